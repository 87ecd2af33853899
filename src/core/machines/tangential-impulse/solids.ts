import type { FedParts, ImpulsePartsInput } from '../../geometry'
import { casingHalfSolid } from '../../geometry/solids/casing-half'
import { nozzleInsertSolid } from '../../geometry/solids/nozzle-insert'
import { rotorSolid } from '../../geometry/solids/rotor'
import { impulseSolid, type SolidsKind } from '../solid-kind'
import type { rimParts } from './parts'

type Rim = FedParts & { readonly machine: ImpulsePartsInput['machine'] }
const own = ({ machine }: Rim) => machine

export const rimSolids: SolidsKind<Rim, keyof typeof rimParts> = {
  rotor: impulseSolid('rotor', rotorSolid, own),
  'nozzle-insert': impulseSolid('nozzle-insert', nozzleInsertSolid, own),
  'casing-half': impulseSolid('casing-half', casingHalfSolid, own),
}
