'use client'
import { Box, Flex, Grid } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { inertiaByFalls, type Fall } from '../../../../core/bench'
import { PhysicsError } from '../../../../core/errors'
import { LIMITS } from '../../../../project/document'
import { flywheelInertia, type Wheeled } from '../../../../project/measuring'
import { Advice, Figure, LinkButton, MainButton, NumberField, QuietButton, SectionTitle } from '../../../../ui'
import Dialog from '../../../../ui/Dialog'
import { useShown } from '../../../shared'

/** Calliper on a thread, rule on a fall: estimates of their standard uncertainty, m. */
const [RADIUS_U, HEIGHT_U] = [0.1e-3, 3e-3] as const
const TIME = [0.05, 600] as const

/** A wheel's inertia by weights that fall on a thread round its shaft, held against what its size says. */
export default function FallDialog({
  rig,
  onTake,
  onClose,
}: {
  rig: Pick<Wheeled, 'flywheel'>
  /** As the mass of a ring of the rig's radii with that inertia, and its uncertainty as a share. */
  onTake: (massKg: number, relative: number) => void
  onClose: () => void
}) {
  const shown = useShown()
  const mm = shown.unit('length').id
  const [drum, setDrum] = useState(0.006)
  const [height, setHeight] = useState(0.8)
  const [falls, setFalls] = useState<readonly Fall[]>([])
  const { inertiaKgM2 } = flywheelInertia(rig)
  const found = useMemo(() => {
    try {
      return inertiaByFalls(falls, {
        drumRadiusM: drum,
        drumRadiusUncertaintyM: RADIUS_U,
        heightM: height,
        heightUncertaintyM: HEIGHT_U,
      })
    } catch (error) {
      return error instanceof PhysicsError ? error.detail : null
    }
  }, [falls, drum, height])
  const result = found && 'inertia' in found ? found : null
  const set = (i: number, change: Partial<Fall>) =>
    setFalls((all) => all.map((f, k) => (k === i ? { ...f, ...change } : f)))
  const off = result ? result.inertia.value / inertiaKgM2 - 1 : 0
  const take = () => {
    if (!result) return
    const { outerRadiusM, innerRadiusM } = rig.flywheel
    const { value, standardUncertainty } = result.inertia
    onTake((2 * value) / (outerRadiusM ** 2 + innerRadiusM ** 2), standardUncertainty / value)
    onClose()
  }
  return (
    <Dialog title="Inertia by a falling weight" open onClose={onClose} wide>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="8">
        <Box>
          <SectionTitle first>Thread round the shaft, belt off</SectionTitle>
          <NumberField
            label="Shaft to thread’s middle"
            kind="length"
            unit={mm}
            value={drum}
            limits={LIMITS.radiusM}
            note="taken to 0.1 mm: it counts twice"
            onChange={setDrum}
          />
          <NumberField
            label="Height of the fall"
            kind="length"
            unit={mm}
            value={height}
            limits={[0.05, 20]}
            note="taken to 3 mm"
            onChange={setHeight}
          />
          <SectionTitle>Falls from rest</SectionTitle>
          {falls.map((fall, i) => (
            <Grid key={i} templateColumns="1fr 1fr auto" gap="3" alignItems="end">
              <NumberField
                label={`Weight ${i + 1}`}
                kind="mass"
                value={fall.massKg}
                limits={LIMITS.massKg}
                onChange={(massKg) => set(i, { massKg })}
              />
              <NumberField
                label={`Time ${i + 1}`}
                kind="time"
                value={fall.timeS}
                limits={TIME}
                onChange={(timeS) => set(i, { timeS })}
              />
              <LinkButton
                fontSize="xs"
                aria-label={`Remove fall ${i + 1}`}
                onClick={() => setFalls((all) => all.filter((_, k) => k !== i))}
              >
                remove
              </LinkButton>
            </Grid>
          ))}
          <QuietButton
            mt="2"
            onClick={() => setFalls((all) => [...all, all[all.length - 1] ?? { massKg: 0.05, timeS: 5 }])}
          >
            Another fall
          </QuietButton>
        </Box>
        <Box>
          <SectionTitle first>What they say</SectionTitle>
          {result ? (
            <>
              <Figure
                label="Inertia"
                origin="measured"
                {...shown.parts(result.inertia.value, 'inertia', result.inertia.standardUncertainty)}
              />
              <Figure
                label="Friction"
                origin="measured"
                {...shown.parts(result.friction.value, 'torque', result.friction.standardUncertainty)}
                sub="of bearings and thread, parted from the inertia by the different weights"
              />
              <Figure label="By its size" origin="predicted" {...shown.parts(inertiaKgM2, 'inertia')} />
              <Advice
                tone={Math.abs(off) > 0.05 ? 'advice' : 'note'}
                title={`${Math.abs(100 * off).toFixed(1)} % ${off < 0 ? 'less' : 'more'} than its size says`}
              >
                {Math.abs(off) > 0.05
                  ? 'Look at the wheel’s width and material, and at what else turns with it. All torques follow this figure.'
                  : 'The two agree about as well as they can.'}
              </Advice>
            </>
          ) : (
            <Box color="mute" fontSize="sm">
              {found && 'nextStep' in found ? `${found.message} ${found.nextStep}` : 'Let weights fall, and time them.'}
            </Box>
          )}
        </Box>
      </Grid>
      <Flex gap="3" mt="4">
        <MainButton disabled={!result} onClick={take}>
          Take it into the rig
        </MainButton>
        <QuietButton onClick={onClose}>Close</QuietButton>
      </Flex>
    </Dialog>
  )
}
