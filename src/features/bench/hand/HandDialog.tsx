'use client'
import { Box, Flex, Grid } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import {
  HAND_KINDS,
  balanceQuality,
  reduceHand,
  type HandKind,
  type HandReading,
  type HandResult,
} from '../../../core/bench'
import { PhysicsError } from '../../../core/errors'
import { LIMITS, kindOf, type Build, type Project } from '../../../project/document'
import { handTargets, isGraded, type HandEntry, type HandTarget } from '../../../project/hand'
import { useProject, useStore } from '../../../store'
import { Advice, ChoiceField, Figure, MainButton, NumberField, QuietButton, SectionTitle, TextField } from '../../../ui'
import Dialog from '../../../ui/Dialog'
import { HAND_FIGURES, HAND_TARGETS, HAND_WORDS } from '../../../words'
import { LateVersionDialog, Notes, freshId, useShown, type Shown } from '../../shared'
import { HAND_DRAFTS, fieldsOf, leastRows, type HandField } from './drafts'
import { HandPicture } from './HandPicture'
import { RigOutcome } from './RigOutcome'
import { parseRows, rowsText } from './rows'

/** What a field holds, in words: grades by their own names. */
const holds = (t: HandTarget, value: number | null, shown: Shown): string =>
  value === null
    ? 'none measured'
    : t.id === 'balance'
      ? `G ${Number((1000 * value).toPrecision(2))}`
      : shown.text(value, t.kind)

/** What a field begins with: the room's own where it is of the room. */
const startOf = (f: HandField, room: Project['ambient']): number =>
  f.key === 'roomPaAbs' ? room.absolutePressurePa : f.key === 'airK' ? room.temperatureK : f.start

type Reduced =
  | { readonly ok: true; readonly reading: HandReading; readonly result: HandResult }
  | { readonly ok: false; readonly message: string; readonly nextStep: string }

/** What balances the rotor, and how well it then is, as far as the edges show. */
function Correction({
  reading,
  result,
  freeSpeedRadPerS,
}: {
  reading: HandReading
  result: HandResult
  freeSpeedRadPerS: number
}) {
  const shown = useShown()
  if (reading.kind !== 'balance') return null
  const moment = result.figures[0].measured
  const left = balanceQuality((reading.leastMassKg * reading.radiusM) / reading.rotorMassKg, freeSpeedRadPerS)
  return (
    <Advice tone="note" title="To balance it">
      Take {shown.text(moment.value / reading.radiusM, 'mass', moment.standardUncertainty / reading.radiusM)} off the
      heavy side at {shown.text(reading.radiusM, 'length')}, or half as much at twice the radius. What the edges hide
      still leaves up to G {Number((1000 * left).toPrecision(2))} at {shown.text(freeSpeedRadPerS, 'rotation')}, its
      free speed.
    </Advice>
  )
}

/** Figures of a reading, and the fields of the build that they belong to. */
function Outcome({ build, name, reduced }: { build: Build; name: string; reduced: Extract<Reduced, { ok: true }> }) {
  const shown = useShown()
  const { ambient } = useProject()
  const [into, setInto] = useState<HandTarget | null>(null)
  const { reading, result } = reduced
  // a grade is of the fastest that it runs
  const graded = reading.kind === 'balance' && isGraded(build)
  const freeSpeedRadPerS = useMemo(
    () =>
      graded
        ? (kindOf(build)
            .predict(build, { ambient })
            .figures.find((f) => f.id === 'freeSpeedRadPerS')?.value ?? null)
        : null,
    [graded, build, ambient],
  )
  const targets = handTargets(build, reading, result, freeSpeedRadPerS)
  return (
    <>
      {result.figures.map(({ id, measured }) => (
        <Figure
          key={id}
          label={HAND_FIGURES[id].label}
          origin="measured"
          {...shown.parts(measured.value, HAND_FIGURES[id].kind, measured.standardUncertainty)}
        />
      ))}
      <Notes notes={result.said} title="Look at" />
      {graded && freeSpeedRadPerS !== null && (
        <Correction reading={reading} result={result} freeSpeedRadPerS={freeSpeedRadPerS} />
      )}
      {targets.map((t) => (
        <Advice key={t.id} tone={t.unlike ? 'advice' : 'note'} title={`For ${HAND_TARGETS[t.id]}`}>
          The build states {holds(t, t.stated, shown)}; this would make it {holds(t, t.found, shown)}
          {t.beyond ? ', as far as that field goes' : ''}.
          {t.unlike ? ' So far apart: is it this one that was measured?' : ''}
          <Flex mt="2">
            <QuietButton onClick={() => setInto(t)}>A version with it…</QuietButton>
          </Flex>
        </Advice>
      ))}
      <RigOutcome build={build} reading={reading} result={result} />
      {into && (
        <LateVersionDialog
          parent={build}
          proposed={{
            changed: `${HAND_TARGETS[into.id]} as measured: ${holds(into, into.stated, shown)} → ${holds(into, into.found, shown)}`,
            why: `Measured by hand: ${name}.`,
            station: into.station,
            change: into.write,
          }}
          onClose={() => setInto(null)}
        />
      )}
    </>
  )
}

/** A few readings by hand, beside any run: typed or pasted, told at once, kept with the build. */
export default function HandDialog({
  build,
  entry,
  count,
  onClose,
}: {
  build: Build
  /** One that was kept before; none: a new one. */
  entry: HandEntry | null
  /** How many of the build there are. */
  count: number
  onClose: () => void
}) {
  const store = useStore()
  const shown = useShown()
  const [kind, setKind] = useState<HandKind>(entry?.reading.kind ?? 'gap')
  const draft = HAND_DRAFTS[kind]
  const columns = draft.columns(shown)
  const [text, setText] = useState(() => (entry ? rowsText(entry.reading.rows, columns) : ''))
  const [fields, setFields] = useState<Record<string, number>>(entry ? fieldsOf(entry.reading) : {})
  const [name, setName] = useState(entry?.name ?? '')
  const [notes, setNotes] = useState(entry?.notes ?? '')
  const [fault, setFault] = useState<string | null>(null)
  const { ambient } = useProject()
  const called = name.trim() || `${HAND_WORDS[kind].name} ${count + 1}`
  const reduced = useMemo((): Reduced => {
    const parsed = parseRows(text, HAND_DRAFTS[kind].columns(shown), leastRows(kind))
    if (!parsed.ok) return { ok: false, message: parsed.message, nextStep: '' }
    const all = {
      ...Object.fromEntries(HAND_DRAFTS[kind].fields.map((f) => [f.key, startOf(f, ambient)])),
      ...fields,
    }
    const between = HAND_DRAFTS[kind].fault?.(parsed.rows, all)
    if (between) return { ok: false, message: between, nextStep: '' }
    const reading = HAND_DRAFTS[kind].make(parsed.rows, all)
    try {
      return { ok: true, reading, result: reduceHand(reading) }
    } catch (error) {
      if (!(error instanceof PhysicsError)) throw error
      return { ok: false, message: error.detail.message, nextStep: error.detail.nextStep }
    }
  }, [text, kind, fields, shown, ambient])
  const keep = () => {
    if (!reduced.ok) return
    const kept: HandEntry = {
      id: entry?.id ?? freshId('hand'),
      name: called,
      buildId: build.id,
      takenAt: entry?.takenAt ?? new Date().toISOString(),
      reading: structuredClone(reduced.reading) as HandEntry['reading'],
      notes,
    }
    const done = store.change(entry ? 'reading by hand' : 'new reading by hand', (p) => {
      const at = p.handReadings.findIndex((h) => h.id === kept.id)
      if (at < 0) p.handReadings.push(kept)
      else p.handReadings[at] = kept
    })
    if (!done.ok) return setFault(done.faults[0].message)
    onClose()
  }
  const set = (key: string, value: number) => setFields((all) => ({ ...all, [key]: value }))
  return (
    <Dialog title={entry ? entry.name : 'Measured by hand'} open onClose={onClose} wide>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="8">
        <Box>
          {!entry && (
            <ChoiceField
              label="Measured"
              value={kind}
              choices={HAND_KINDS.map((k) => ({ value: k, label: HAND_WORDS[k].name }))}
              onChange={(k) => {
                setKind(k)
                setText('')
              }}
            />
          )}
          <HandPicture kind={kind} />
          <Box fontSize="xs" color="mute" mt="1" mb="2">
            {HAND_WORDS[kind].how}
          </Box>
          <TextField
            key={kind}
            label={`Readings, one a line: ${columns.map((c) => `${c.label}, ${c.unit}${c.kind === 'gaugePressure' ? ' gauge' : ''}`).join('; ')}`}
            lines={6}
            most={4000}
            value={text}
            onChange={setText}
          />
          {kind === 'pull' && (
            <ChoiceField
              label="Its wheels"
              value={fields.held === 1 ? 'held' : 'rolling'}
              choices={[
                { value: 'rolling', label: 'roll' },
                { value: 'held', label: 'are held: what the treads hold' },
              ]}
              onChange={(v) => set('held', v === 'held' ? 1 : 0)}
            />
          )}
          {kind === 'orifice' && (
            <ChoiceField
              label="The hole is"
              value={fields.rounded === 1 ? 'rounded' : 'sharp'}
              choices={[
                { value: 'sharp', label: 'sharp edge, thin plate' },
                { value: 'rounded', label: 'rounded at its mouth' },
              ]}
              onChange={(v) =>
                setFields((all) => ({
                  ...all,
                  rounded: v === 'rounded' ? 1 : 0,
                  discharge: v === 'rounded' ? 0.95 : 0.62,
                }))
              }
            />
          )}
          {kind === 'spring' && (
            <ChoiceField
              label="Its force put together"
              value={fields.worksAt === 1 ? 'asked' : 'not'}
              choices={[
                { value: 'not', label: 'not asked' },
                { value: 'asked', label: 'at a length' },
              ]}
              onChange={(v) => set('worksAt', v === 'asked' ? 1 : 0)}
            />
          )}
          {draft.fields
            .filter((f) => f.key !== 'workingLengthM' || fields.worksAt === 1)
            .map((f) => (
              <NumberField
                key={f.key}
                label={f.label}
                kind={f.kind}
                unit={f.unit ?? shown.unit(f.kind).id}
                value={fields[f.key] ?? startOf(f, ambient)}
                limits={LIMITS[f.limits]}
                note={f.note}
                onChange={(v) => set(f.key, v)}
              />
            ))}
        </Box>
        <Box aria-live="polite">
          <SectionTitle first>What it gives</SectionTitle>
          {reduced.ok ? (
            <Outcome build={build} name={called} reduced={reduced} />
          ) : (
            <Advice
              tone={text.trim() === '' ? 'note' : 'warn'}
              title={text.trim() === '' ? 'Nothing read yet' : 'Not told yet'}
            >
              {reduced.message} {reduced.nextStep}
            </Advice>
          )}
          {kind === 'orifice' && (
            <Advice tone="warn" title="There is air on it">
              Glasses on, hose and plate held by fittings made for the pressure, nobody’s hand before the hole; let the
              air off before it is opened.
            </Advice>
          )}
          {kind === 'coasting' && (
            <Advice tone="warn" title="What is added turns with it">
              Hold the disc fast and true, keep the speed far below what rotor and disc stand, guard on, nobody in its
              plane.
            </Advice>
          )}
          <TextField label="Name" value={name} most={120} placeholder={called} onChange={setName} />
          <TextField label="What was seen" value={notes} lines={2} most={2000} onChange={setNotes} />
          {fault && (
            <Advice tone="warn" title="Not kept">
              {fault}
            </Advice>
          )}
        </Box>
      </Grid>
      <Flex gap="3" mt="4">
        <MainButton disabled={!reduced.ok} onClick={keep}>
          Keep it with the build
        </MainButton>
        <QuietButton onClick={onClose}>Close</QuietButton>
      </Flex>
    </Dialog>
  )
}
