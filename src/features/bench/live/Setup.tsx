'use client'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { canSerial, chooseSerial, httpLink, LinkError, ownAddress, type BenchLink } from '../../../devices'
import { kindOf, type Build, type MachinePredicted, type Rig, type Run } from '../../../project/document'
import { liveOf, methodOf } from '../../../project/measuring'
import { benchQuery } from '../../../project/simulated'
import { Advice, ChoiceField, MainButton, SectionTitle, TextField } from '../../../ui'
import { rigTitle } from '../../shared'
import { DAYS } from './words'

type Way = 'simulated' | 'serial' | 'address'

const WAYS: readonly { value: Way; label: string; note: string }[] = [
  {
    value: 'simulated',
    label: 'the simulated bench',
    note: 'A made-up machine of this build’s size on this rig: to learn the bench without air. Its figures are not this build’s.',
  },
  {
    value: 'serial',
    label: 'a device on a serial port',
    note: '115 200 baud, one reading a line, as docs/line-protocol.md says; a sketch for a microcontroller is with it.',
  },
  {
    value: 'address',
    label: 'a program on this machine',
    note: 'It answers with the same lines over HTTP. Only this machine is asked; it must allow this page to read it.',
  },
]

/** How a recording begins: from what, and at what it is to be stopped. */
export function Setup({
  run,
  rig,
  build,
  predicted,
  stopFields,
  onBegin,
}: {
  run: Run
  rig: Rig
  build: Build
  predicted: MachinePredicted
  stopFields: React.ReactNode
  onBegin: (device: BenchLink) => void
}) {
  const [way, setWay] = useState<Way>('simulated')
  const [day, setDay] = useState('usual')
  const [address, setAddress] = useState('http://localhost:8080/')
  const [fault, setFault] = useState<{ readonly title: string; readonly text: string } | null>(null)
  const simulated = liveOf(rig)?.simulated(rig, build, predicted, run.gaugePressurePa) ?? null
  const byHand = liveOf(rig)?.byHand?.(rig) ?? []
  const turns = liveOf(rig)?.readsSpeed === true && kindOf(build).turning !== undefined
  const told = methodOf(rig.kind)
    .roles(rig)
    .flatMap(({ id, label }) => (byHand.includes(id) ? [label.toLowerCase()] : []))
  const connect = async (): Promise<BenchLink | null> => {
    if (way === 'serial') return chooseSerial()
    if (way === 'address') {
      if (!ownAddress(address))
        throw new LinkError(
          'That is no address of this machine.',
          'It begins with http://localhost: or http://127.0.0.1: and a port. A device elsewhere is reached through a small program here.',
        )
      return httpLink('program on this machine', address)
    }
    if (!simulated) throw new LinkError('A bench of this kind cannot be simulated.', 'Choose another way.')
    const faults = DAYS.find((d) => d.value === day)?.faults ?? []
    const seed = crypto.getRandomValues(new Uint32Array(1))[0]
    return httpLink(
      'simulated bench',
      `/api/simulated-bench?${benchQuery({ ...simulated, seed, faults, go: 0 }, Date.now())}`,
    )
  }
  const begin = async () => {
    setFault(null)
    try {
      const device = await connect()
      if (device) onBegin(device)
    } catch (error) {
      const known = error instanceof LinkError ? error : null
      setFault({ title: (error as Error).message, text: known?.nextStep ?? 'Try again.' })
    }
  }
  return (
    <Grid bg="sheet" borderTopWidth="1px" p="4" templateColumns={{ base: '1fr', lg: '360px 360px 1fr' }} gap="8">
      <Box>
        <SectionTitle first>From what</SectionTitle>
        <ChoiceField
          label="Readings from"
          value={way}
          choices={WAYS}
          note={WAYS.find((w) => w.value === way)?.note}
          onChange={(v) => setWay(v as Way)}
        />
        {way === 'simulated' && (
          <ChoiceField
            label="What goes wrong"
            value={day}
            choices={DAYS.map(({ value, label }) => ({ value, label }))}
            note={DAYS.find((d) => d.value === day)?.note}
            onChange={setDay}
          />
        )}
        {way === 'address' && <TextField label="Address" value={address} most={300} onChange={setAddress} />}
        {way === 'serial' && !canSerial() && (
          <Advice tone="advice" title="This browser reaches no serial port">
            One that knows Web Serial does. Without it, let the device write a file and bring that in.
          </Advice>
        )}
      </Box>
      <Box>{stopFields}</Box>
      <Box>
        <SectionTitle first>Before the valve opens</SectionTitle>
        <chakra.ul fontSize="sm" color="mute" listStyleType="disc" pl="4">
          <li>{turns && 'Nobody in the plane of the rotor; guard on. '}Glasses on, hose tied.</li>
          <li>Three seconds of rest are recorded first, so that zero and tare are in the recording.</li>
          <li>The supply is shut first, whatever happens.</li>
          {told.length > 0 && (
            <li>Where the device does not tell the {told.join(' and the ')}, you say it here as it goes.</li>
          )}
        </chakra.ul>
        <Flex mt="4">
          <MainButton h="44px" px="5" fontSize="lg" onClick={() => void begin()}>
            Connect and record
          </MainButton>
        </Flex>
        <Box fontSize="xs" color="mute" mt="2">
          On {rigTitle(rig)}. Every reading is stored as it comes.
        </Box>
        {fault && (
          <Advice tone="warn" title={fault.title}>
            {fault.text}
          </Advice>
        )}
      </Box>
    </Grid>
  )
}
