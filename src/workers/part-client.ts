import type { Fits } from '../core/geometry'
import { JobClient, type JobOptions } from './job-client'
import type { Inspected, PartRequest, PartResults } from './part-handler'
import type { PartName, PartsInput } from '../core/machines'
import type { PartMesh } from '../core/machines/build-part'
import type { PartOfSet, PrintPlan, PrintSettings } from '../core/printing'
import type { AssemblyCheck } from '../core/machines/check-assembly'
import type { MachineSection } from '../core/machines/machine-section'

const client = new JobClient<PartRequest, PartResults[PartRequest['kind']]>(
  () => new Worker(new URL('./part.worker.ts', import.meta.url), { type: 'module' }),
)

const checker = new JobClient<PartRequest, PartResults[PartRequest['kind']]>(
  () => new Worker(new URL('./part.worker.ts', import.meta.url), { type: 'module' }),
)

/** A printable part, made off the page's thread. */
export const makePart = (name: PartName, input: PartsInput, options?: JobOptions): Promise<PartMesh> =>
  client.run({ kind: 'make', name, input }, options) as Promise<PartMesh>

/** Where a part is thinner than its process makes, and how it lies on a bed, off the page's thread. */
export const inspectPart = ({ vertices, triangles }: PartMesh, fits: Fits, options?: JobOptions): Promise<Inspected> =>
  client.run({ kind: 'inspect', mesh: { vertices, triangles }, fits }, options) as Promise<Inspected>

/** How a set is laid on print plates, off the page's thread. */
export const planPrint = (
  parts: readonly PartOfSet<PartName>[],
  settings: PrintSettings & { readonly bedMm: number },
  options?: JobOptions,
): Promise<PrintPlan<PartName>> =>
  client.run({ kind: 'plan', parts, settings }, options) as Promise<PrintPlan<PartName>>

/**
 * Whether a machine goes together, turns and lets its air through, off the page's thread and beside the making of its
 * parts.
 */
export const checkMachine = (input: PartsInput, options?: JobOptions): Promise<readonly AssemblyCheck[]> =>
  checker.run({ kind: 'check', input }, options) as Promise<readonly AssemblyCheck[]>

/** A machine put together, cut along its shaft and across it, off the page's thread. */
export const cutMachine = (input: PartsInput, options?: JobOptions): Promise<MachineSection> =>
  checker.run({ kind: 'section', input }, options) as Promise<MachineSection>
