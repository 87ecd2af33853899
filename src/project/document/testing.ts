import type { Build, FedBuild, FedMachine } from '../validation/schema'

/** For tests: a build of which it is known that nozzles let its air in. */
export const fed = (build: unknown): FedBuild => build as FedBuild

/** For tests: a build with some figures of its nozzle replaced, sound or not. */
export const nozzled = <B extends Pick<Build, 'machine'>>(build: B, figures: object): B => ({
  ...build,
  machine: { ...build.machine, nozzle: { ...(build.machine as FedMachine).nozzle, ...figures } },
})

/** A value to five digits, what is no data left out. */
export const digits = (value: unknown): unknown => {
  if (typeof value === 'number') return Number.isFinite(value) ? Number(value.toPrecision(5)) : String(value)
  if (Array.isArray(value)) return value.map(digits)
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(
      Object.entries(value)
        .filter(([, v]) => typeof v !== 'function')
        .map(([key, v]) => [key, digits(v)]),
    )
  return value
}
/** One line for each thing, so that a difference is one line too. */
export const lines = (of: Readonly<Record<string, unknown>>): string =>
  Object.entries(of)
    .map(([key, value]) => `${key}: ${JSON.stringify(digits(value))}`)
    .join('\n')
