import { Flex } from '@chakra-ui/react'
import Link from 'next/link'
import type { StationId } from '../../core/prediction'
import type { Build } from '../../project/document'
import { useProject } from '../../store'
import { LinkButton } from '../../ui'

/** What each station is left for. */
const TOWARDS: Readonly<Record<StationId, string>> = {
  supply: 'where the air comes from',
  line: 'what it loses on its way',
  nozzle: 'size the nozzle to what the supply keeps up',
  rotor: 'the machine itself',
  shaft: 'will it hold, will the bearings take it?',
  load: 'what it has to drive',
  body: 'what is pushed',
  way: 'how far it goes',
}

/** What comes next, from every station: along the air, then to the parts, the bench, and the next version. */
export function NextStep({
  build,
  stations,
  station,
  name,
  onChoose,
  onBranch,
}: {
  build: Build
  stations: readonly StationId[]
  station: StationId
  name: (id: StationId) => string
  onChoose: (id: StationId) => void
  onBranch: () => void
}) {
  const { runs } = useProject()
  const next = stations[stations.indexOf(station) + 1]
  const tested = runs.some((r) => r.buildId === build.id)
  const turns = build.machine.family !== 'thrust-body'
  return (
    <Flex
      as="nav"
      aria-label="What comes next"
      bg="sheet"
      borderTopWidth="1px"
      px="4"
      py="2"
      gap="2"
      align="baseline"
      justify="flex-end"
      wrap="wrap"
      fontSize="sm"
      color="mute"
    >
      <span>Next:</span>
      {next ? (
        <>
          <LinkButton onClick={() => onChoose(next)}>{name(next)} →</LinkButton>
          <span>{TOWARDS[next]}</span>
        </>
      ) : !build.made ? (
        <>
          <LinkButton asChild>
            <Link href={`/make?build=${build.id}`} prefetch={false}>
              Make the parts →
            </Link>
          </LinkButton>
          <span>print them, put them together, mark them as printed</span>
        </>
      ) : turns && !tested ? (
        <>
          <LinkButton asChild>
            <Link href={`/bench?build=${build.id}`} prefetch={false}>
              Measure it →
            </Link>
          </LinkButton>
          <span>pressure in steps from low; the rig and its cautions come first</span>
        </>
      ) : (
        <>
          <LinkButton onClick={onBranch}>Try one change as a new version →</LinkButton>
          {turns && tested && (
            <LinkButton asChild>
              <Link href={`/compare?build=${build.id}`} prefetch={false}>
                or compare what was measured
              </Link>
            </LinkButton>
          )}
        </>
      )}
    </Flex>
  )
}
