import type { Family } from '../../core/machines'
import type { MachineKind } from './contract'
import type { KindId, MachineOfKind } from './document-types'
import { doubleActingEngine } from './double-acting-engine'
import { rotatingKind } from './rotating-kind'
import { singleActingEngine } from './single-acting-engine'
import { SPECS } from './specs'
import { threeFlankEngine } from './three-flank-engine'
import { thrustBody } from './thrust-body'

const rotating = Object.fromEntries(
  (Object.keys(SPECS) as Family[]).map((family) => [family, rotatingKind(family, SPECS[family] as never)]),
) as { readonly [F in Family]: ReturnType<typeof rotatingKind<F>> }

/** Every kind of machine that a project can hold. The one list of them above the core. */
export const KINDS = {
  ...rotating,
  'thrust-body': thrustBody,
  'single-acting-engine': singleActingEngine,
  'double-acting-engine': doubleActingEngine,
  'three-flank-engine': threeFlankEngine,
} satisfies { readonly [K in KindId]: MachineKind<MachineOfKind<K>, never> | unknown }

export const KIND_IDS = Object.keys(KINDS) as readonly KindId[]

/** The kind of a machine. Its functions take machines of that kind alone, which the machine itself is. */
export const kindOf = ({ machine }: { readonly machine: { readonly family: KindId } }): MachineKind =>
  KINDS[machine.family] as unknown as MachineKind
