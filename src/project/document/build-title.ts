import type { Build, Project } from '../validation/schema'

/**
 * A build by machine and version, as it is called wherever more than one machine may stand: first versions of two
 * machines often have one name.
 */
export function buildTitle({ machines }: Pick<Project, 'machines'>, build: Pick<Build, 'machineId' | 'name'>): string {
  const machine = machines.find((m) => m.id === build.machineId)
  return machine ? `${machine.name} · ${build.name}` : build.name
}

/** The same as the start of a file's name. */
export const fileStem = (project: Pick<Project, 'machines'>, build: Pick<Build, 'machineId' | 'name'>): string =>
  buildTitle(project, build)
    .replace(/[^\p{L}\p{N}_-]+/gu, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase()

/** Builds in the order of their machines, then as they were made. */
export function byMachine<B extends Pick<Build, 'machineId'>>(
  { machines }: Pick<Project, 'machines'>,
  builds: readonly B[],
): B[] {
  return machines.flatMap((m) => builds.filter((b) => b.machineId === m.id))
}
