import type { Build } from '../validation/schema'

/** For tests: a build with some figures of its nozzle replaced, sound or not. */
export const nozzled = <B extends Pick<Build, 'machine'>>(build: B, figures: object): B => ({
  ...build,
  machine: { ...build.machine, nozzle: { ...build.machine.nozzle, ...figures } },
})
