import { Flex } from '@chakra-ui/react'
import Link from 'next/link'
import type { Build } from '../../project/document'
import { METHOD_IDS, methodOf } from '../../project/measuring'
import { useProject } from '../../store'
import { LinkButton } from '../../ui'

/** What comes next, from every station: along the air, then to the parts, the bench, and the next version. */
export function NextStep({
  build,
  stations,
  station,
  towards,
  name,
  onChoose,
  onBranch,
}: {
  build: Build
  stations: readonly string[]
  station: string
  towards: (id: string) => string
  name: (id: string) => string
  onChoose: (id: string) => void
  onBranch: () => void
}) {
  const { runs } = useProject()
  const next = stations[stations.indexOf(station) + 1]
  const tested = runs.some((r) => r.buildId === build.id)
  const measured = METHOD_IDS.some((id) => methodOf(id).accepts(build))
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
          <span>{towards(next)}</span>
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
      ) : measured && !tested ? (
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
          {measured && tested && (
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
