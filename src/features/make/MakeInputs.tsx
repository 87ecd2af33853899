import { Box, chakra } from '@chakra-ui/react'
import {
  CONNECTIONS,
  FITS_OF,
  PROCESSES,
  wallFill,
  type Connection,
  type OutletShape,
  type Process,
} from '../../core/geometry'
import { billOfMachine, notesOfPart, partSpec, partWords, wallsOfPart, type PartName } from '../../core/machines'
import { formatNumber } from '../../core/units'
import { LIMITS, type Build } from '../../project/document'
import { useStore } from '../../store'
import { ChoiceField, NumberField, SectionTitle } from '../../ui'
import { useShown } from '../shared'
import type { MakeProps } from './make-props'
import { CONNECTION_WORDS, PROCESS_WORDS, boughtInWords, fillInWords } from './make-words'
import { useOutlets } from './use-outlets'

/** The parts to choose from, how they are made, and what to know before printing. */
export function MakeInputs({
  build,
  input,
  set,
  part,
  names,
  onPart,
}: MakeProps & { readonly names: readonly PartName[]; readonly onPart: (part: PartName) => void }) {
  const shown = useShown()
  const store = useStore()
  const outlets = useOutlets(build)
  const copies = (name: PartName) => set.filter((p) => p.name === name).reduce((sum, p) => sum + p.copies, 0)
  const bill = billOfMachine(input)
  const words = (name: PartName) => partSpec(name, input) ?? partWords(name)
  const { fits } = input
  const play = FITS_OF[build.making.process]
  const larger = fits.bearing - play.bearing
  const mm = shown.unit('length').id
  const change = (label: string, recipe: (making: Build['making']) => void, key: string | null = null) =>
    store.change(
      label,
      (p) => {
        const found = p.builds.find((b) => b.id === build.id)
        if (found) recipe(found.making)
      },
      key,
    )
  const fills =
    build.making.process === 'machined'
      ? []
      : wallsOfPart(part, input).map((w) =>
          wallFill(w, { lineMm: build.making.lineWidthM * 1000, layerMm: build.making.layerHeightM * 1000 }),
        )
  const button = (name: PartName) => (
    <chakra.button
      key={name}
      type="button"
      display="block"
      w="100%"
      py="2"
      pl="2"
      borderBottomWidth="1px"
      borderLeftWidth="3px"
      borderLeftColor={name === part ? 'petrol' : 'transparent'}
      fontWeight={name === part ? '700' : '400'}
      aria-pressed={name === part}
      textAlign="left"
      onClick={() => onPart(name)}
    >
      {copies(name) > 1 ? `${copies(name)} × ` : ''}
      {words(name).name}
      <Box fontSize="xs" color="mute" fontWeight="400">
        {words(name).what}
      </Box>
    </chakra.button>
  )
  return (
    <>
      <SectionTitle first>Parts</SectionTitle>
      {names.filter((n) => copies(n) > 0).map(button)}
      <SectionTitle>Beside it: test plate, and what measures it</SectionTitle>
      {names.filter((n) => copies(n) === 0).map(button)}
      {bill.length > 0 && (
        <>
          <SectionTitle>To buy</SectionTitle>
          {bill.map((line) => (
            <Box key={`${line.code} ${line.size}`} fontSize="sm" py="1" borderBottomWidth="1px">
              {boughtInWords(line)}
            </Box>
          ))}
        </>
      )}
      <SectionTitle>Made by</SectionTitle>
      <ChoiceField
        label="Process"
        value={build.making.process}
        choices={PROCESSES.map((value) => ({ value, label: PROCESS_WORDS[value] }))}
        note={`walls from ${fits.thinnest} mm, bearing seats ${play.bearing} mm larger a side${larger > 0.005 ? `; seats and screw holes another ${formatNumber(2 * larger, 2)} mm wider by your hole gauge` : ''}`}
        onChange={(v) => change('process', (m) => (m.process = v as Process))}
      />
      {build.making.process !== 'machined' && (
        <NumberField
          label="Printer’s bed"
          kind="length"
          unit={mm}
          value={build.making.bedM}
          limits={LIMITS.bedM}
          note="its shorter side"
          onChange={(v) => change('printer’s bed', (m) => (m.bedM = v), 'bed')}
        />
      )}
      {outlets && 'outlets' in input && (
        <ChoiceField
          label="Outlets"
          value={build.making.outlets}
          choices={[
            { value: 'holes', label: 'round holes' },
            { value: 'slots', label: 'slots, wider' },
          ]}
          onChange={(v) => change('outlets', (m) => (m.outlets = v as OutletShape))}
        />
      )}
      <ChoiceField
        label="Air comes in by"
        value={build.making.connection}
        choices={CONNECTIONS.map((value) => ({ value, label: CONNECTION_WORDS[value] }))}
        onChange={(v) => change('connection', (m) => (m.connection = v as Connection))}
      />
      {build.making.process !== 'machined' && (
        <>
          <NumberField
            label="Line width"
            kind="length"
            value={build.making.lineWidthM}
            unit={mm}
            limits={LIMITS.lineWidthM}
            onChange={(v) => change('line width', (m) => (m.lineWidthM = v), 'line-width')}
          />
          <NumberField
            label="Layer height"
            kind="length"
            value={build.making.layerHeightM}
            unit={mm}
            limits={LIMITS.layerHeightM}
            onChange={(v) => change('layer height', (m) => (m.layerHeightM = v), 'layer-height')}
          />
        </>
      )}
      <SectionTitle>Before you print</SectionTitle>
      {fills.map((fill) => (
        <Box as="p" key={fill.of} fontSize="sm" mb="2">
          {fillInWords(fill)}
        </Box>
      ))}
      {notesOfPart(part, input).map((note) => (
        <Box as="p" key={note} fontSize="sm" mb="2">
          {note}
        </Box>
      ))}
    </>
  )
}
