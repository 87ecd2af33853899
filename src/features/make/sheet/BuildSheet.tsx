'use client'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo } from 'react'
import { isBought } from '../../../core/geometry'
import {
  buildSteps,
  numberedItems,
  type BuildStep,
  type NumberedItem,
  type PartName,
  type PartsInput,
} from '../../../core/machines'
import { buildTitle, fileStem, gaugeIdOf, isFed, type Build } from '../../../project/document'
import { PhysicsError } from '../../../core/errors'
import { regulatorInput } from '../../../project/parts/regulator-parts'
import { useProject } from '../../../store'
import { MainButton, QuietButton, RoomTitle, SectionTitle, download } from '../../../ui'
import {
  BILL_HEAD,
  billCsv,
  billRows,
  checkInstruction,
  sheetCautions,
  sheetMarkdown,
  stepInWords,
  stepTitle,
  toolsInWords,
} from '../../../words'
import { BuildPicker, useShown } from '../../shared'
import { ForBuild } from '../ForBuild'
import { PROCESS_WORDS } from '../make-words'
import { CannotBeMade } from '../CannotBeMade'
import type { MadeOf } from '../make-props'
import { useInput, useParts, useSet } from '../use-part'
import { BALLOON } from '../../shared'
import { PICTURE, useSheetPictures, type SheetPicture } from './use-pictures'

/** A picture with its numbered balloons; keeps its place while it is not drawn yet. */
function Figure({
  picture,
  size: [width, height],
  label,
}: {
  readonly picture: SheetPicture | null
  readonly size: readonly [number, number]
  readonly label: string
}) {
  const { margin, radius } = BALLOON
  return (
    <chakra.svg
      viewBox={`${-margin} 0 ${width + 2 * margin} ${height}`}
      w="100%"
      role="img"
      aria-label={label}
      css={{ background: '#fff', color: '#24211d' }}
    >
      {picture && <image href={picture.url} x="0" y="0" width={width} height={height} />}
      {picture?.balloons.map(({ number, at, tip }) => (
        <g key={number}>
          <line x1={at[0]} y1={at[1]} x2={tip[0]} y2={tip[1]} stroke="currentColor" strokeWidth="0.8" />
          <circle cx={tip[0]} cy={tip[1]} r="1.8" fill="currentColor" />
          <circle cx={at[0]} cy={at[1]} r={radius} fill="#fff" stroke="currentColor" />
          <text x={at[0]} y={at[1] + 4} textAnchor="middle" fontSize="12" fontWeight="600" fill="currentColor">
            {number}
          </text>
        </g>
      ))}
    </chakra.svg>
  )
}

/** One step: picture, what is done, what is looked at. */
function StepBlock({
  step,
  items,
  input,
  throatMm,
  picture,
}: {
  readonly step: BuildStep
  readonly items: readonly NumberedItem[]
  readonly input: PartsInput
  readonly throatMm: number | null
  readonly picture: SheetPicture | null
}) {
  const shown = useShown()
  const title = stepTitle(step, items)
  return (
    <chakra.li className="unbroken" borderTopWidth="1px" pt="2" pb="3">
      <Figure picture={picture} size={PICTURE.step} label={`Step ${step.number}: ${title}`} />
      <Flex gap="3" mt="2" align="baseline">
        <Box className="num" fontSize="lg" fontWeight="700" minW="22px">
          {step.number}
        </Box>
        <Box flex="1">
          <Box fontWeight="700">
            {step.unit && (
              <Box as="span" color="petrol">
                Unit {step.unit}, on the bench:{' '}
              </Box>
            )}
            {title}
          </Box>
          <Box fontSize="sm">{stepInWords(step, input)}</Box>
          {step.checks.map((check) => (
            <Flex key={JSON.stringify(check)} gap="2" fontSize="sm" mt="1">
              <Box as="span" aria-hidden>
                ☐
              </Box>
              {checkInstruction(check, throatMm, (mm) => shown.text(mm / 1000, 'length'))}
            </Flex>
          ))}
        </Box>
      </Flex>
    </chakra.li>
  )
}

/** The bill by the numbers of the balloons. */
function Bill({ rows }: { readonly rows: readonly string[][] }) {
  return (
    <chakra.table w="100%" fontSize="sm">
      <thead>
        <tr>
          {BILL_HEAD.map((h) => (
            <chakra.th key={h} textAlign="left" fontWeight="600" py="1" pr="3" borderBottomWidth="1px">
              {h}
            </chakra.th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row[0]}>
            {row.map((cell, i) => (
              <chakra.td
                key={i}
                className={i < 2 ? 'num' : undefined}
                color={i === 5 ? 'mute' : undefined}
                py="1"
                pr="3"
                borderBottomWidth="1px"
                verticalAlign="top"
                whiteSpace={i < 5 ? 'nowrap' : undefined}
              >
                {cell}
              </chakra.td>
            ))}
          </tr>
        ))}
      </tbody>
    </chakra.table>
  )
}

/** The sheet of a set that can be made. */
function SheetFor({
  build,
  of,
  input,
  names,
}: {
  readonly build: Build
  readonly of: MadeOf
  readonly input: PartsInput
  readonly names: readonly PartName[]
}) {
  const project = useProject()
  const shown = useShown()
  const router = useRouter()
  const items = useMemo(() => numberedItems(input), [input])
  const steps = useMemo(() => buildSteps(input), [input])
  const whole = useParts(input, names, true)
  const pictures = useSheetPictures(input, steps, items, whole.status === 'done' ? whole.value : null)
  const regulator = of === 'regulator'
  const title = `${regulator ? 'regulator of ' : ''}${buildTitle(project, build)}`
  const stem = `${fileStem(project, build)}${regulator ? '-regulator' : ''}`
  const throatMm =
    !regulator && isFed(build) && build.machine.nozzle.form.kind === 'round'
      ? build.machine.nozzle.throatDiameterM * 1000
      : null
  const rows = billRows(items, input, build.making.process)
  const waiting =
    whole.status === 'failed'
      ? whole.message
      : whole.status === 'working'
        ? `Making all parts… ${Math.round(100 * whole.share)} %`
        : pictures.steps.length < steps.length
          ? `Drawing… ${pictures.steps.length} of ${steps.length} steps`
          : ''
  return (
    <Box className="paper" maxW="980px" mx="auto">
      <RoomTitle title={<>To build it: {title}</>} about={regulator ? undefined : build.changed}>
        <Box className="no-print">
          <BuildPicker build={build} path="/make/sheet" />
        </Box>
      </RoomTitle>
      <Flex className="no-print" gap="2" wrap="wrap" align="center" mb="3">
        <MainButton disabled={waiting !== ''} onClick={() => window.print()}>
          Print, or keep as PDF
        </MainButton>
        <QuietButton
          onClick={() => download(`${stem}-bill.csv`, billCsv(items, input, build.making.process), 'text/csv')}
        >
          Bill as CSV
        </QuietButton>
        <QuietButton
          onClick={() =>
            download(
              `${stem}-to-build-it.md`,
              sheetMarkdown(title, { input, items, steps, throatMm, process: build.making.process }, (mm) =>
                shown.text(mm / 1000, 'length'),
              ),
              'text/markdown',
            )
          }
        >
          All of it as Markdown
        </QuietButton>
        <QuietButton onClick={() => router.push(`/make?build=${build.id}${regulator ? '&of=regulator' : ''}`)}>
          Back to the parts
        </QuietButton>
        <Box role="status" fontSize="sm" color="mute">
          {waiting}
        </Box>
      </Flex>
      <Box borderLeftWidth="3px" borderColor="brick" pl="3" py="1" mb="3" fontSize="sm">
        {sheetCautions(input).map((c) => (
          <p key={c}>{c}</p>
        ))}
      </Box>
      <Figure
        picture={pictures.overview}
        size={PICTURE.overview}
        label={`All bodies of ${title} drawn apart, with their numbers`}
      />
      <SectionTitle>What you need</SectionTitle>
      <Bill rows={rows} />
      <Box fontSize="sm" color="mute" mt="1">
        Printed parts: {PROCESS_WORDS[build.making.process]}. Fits are common practice; print one and try it first.
      </Box>
      <SectionTitle>Tools</SectionTitle>
      <Box as="ul" fontSize="sm">
        {toolsInWords(items, throatMm).map((tool) => (
          <li key={tool}>{tool}</li>
        ))}
      </Box>
      <SectionTitle>Steps</SectionTitle>
      <Grid as="ol" templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="6" className="two-columns">
        {steps.map((step, i) => (
          <StepBlock
            key={step.number}
            step={step}
            items={items}
            input={input}
            throatMm={throatMm}
            picture={pictures.steps[i] ?? null}
          />
        ))}
      </Grid>
      <Box fontSize="xs" color="mute" py="3">
        {items.filter((i) => isBought(i.body)).length} kinds of bought parts, {names.length} kinds of made ones. Drawn
        from the figures of {build.name}; torques are common practice for M3, no source.
      </Box>
    </Box>
  )
}

function SheetOf({ build }: { build: Build }) {
  const project = useProject()
  const of = useSearchParams().get('of') === 'regulator' && regulatorInput(build) ? 'regulator' : 'machine'
  const input = useInput(
    build,
    of,
    project.holeGauges.find((g) => g.id === gaugeIdOf(build)),
  )
  const set = useSet(input)
  if (set instanceof PhysicsError) return <CannotBeMade fault={set} build={build} of={of} />
  return <SheetFor build={build} of={of} input={input} names={set.map((p) => p.name)} />
}

/** The sheet by which a machine is built: what is needed, and its steps with pictures, for paper. */
export const BuildSheet = () => (
  <ForBuild title="No build yet" why="The sheet follows from a build’s figures.">
    {(build) => <SheetOf build={build} />}
  </ForBuild>
)
