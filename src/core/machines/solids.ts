import { HUB_HEIGHT, LINE_DISC, gaugeProfile } from '../geometry'
import { holeGaugeSolid } from '../geometry/solids/hole-gauge'
import { standSolid } from '../geometry/solids/stand'
import { flywheelHubSolid, lineDiscSolid, magnetRingSolid, sensorStandSolid } from '../geometry/solids/pick-up'
import { axialSolids } from './axial/solids'
import { discPackSolids } from './disc-pack/solids'
import { standOf, type BESIDE, type PartName, type PartOf, type PartsFamily, type PartsInput } from './parts'
import { radialSolids } from './radial-inflow/solids'
import { doubleActingSolids } from './double-acting-engine/solids'
import { reactionSolids } from './reaction-rotor/solids'
import { regulatorSolids } from './regulator/solids'
import { loneInsertSolid, refuse, type SolidSpec } from './solid-kind'
import { singleActingSolids } from './single-acting-engine/solids'
import { supersonicSolids } from './supersonic-impulse/solids'
import { rimSolids } from './tangential-impulse/solids'
import { threeFlankSolids } from './three-flank-engine/solids'
import { turbineCompressorSolids } from './turbine-compressor/solids'
import { vaneSolids } from './vane-motor/solids'
import { windStackSolids } from './wind-stack/solids'

/** The solids of every kind of machine, a solid for each of its parts. */
const SOLIDS = {
  'tangential-impulse': rimSolids,
  'supersonic-impulse': supersonicSolids,
  'radial-inflow': radialSolids,
  axial: axialSolids,
  'disc-pack': discPackSolids,
  'vane-motor': vaneSolids,
  'reaction-rotor': reactionSolids,
  'wind-stack': windStackSolids,
  'turbine-compressor': turbineCompressorSolids,
  'thrust-body': { 'nozzle-insert': loneInsertSolid },
  'single-acting-engine': singleActingSolids,
  'double-acting-engine': doubleActingSolids,
  'three-flank-engine': threeFlankSolids,
  regulator: regulatorSolids,
} satisfies { readonly [F in PartsFamily]: Readonly<Record<PartOf<F>, unknown>> }

const BESIDE_SOLIDS: Readonly<Record<keyof typeof BESIDE, SolidSpec<never>>> = {
  'hole-gauge': { make: holeGaugeSolid, profile: gaugeProfile },
  'line-disc': { make: lineDiscSolid, cutBelowTopMm: HUB_HEIGHT + LINE_DISC.thickness / 2 },
  'magnet-ring': { turned: true, make: magnetRingSolid },
  'flywheel-hub': { turned: true, make: flywheelHubSolid },
  'sensor-stand': { make: sensorStandSolid },
}

const STAND_SOLID: SolidSpec<PartsInput> = {
  make: (kit, input) => {
    const stand = standOf(input)
    if (!stand)
      throw refuse('NO_STAND', 'Nothing of this machine is screwed together.', 'Choose a part of its own set.')
    if (stand.shape.legs.length < 3)
      throw refuse(
        'CROWDED',
        'There is no room for the three screws that a stand needs legs under.',
        'Take fewer jets or a smaller inlet bore, until the housing can be made.',
      )
    return standSolid(kit, stand.shape, input.fits)
  },
}

/** How a part of a machine is made; null where its kind has none of that name. */
export const solidSpec = (name: PartName, family: PartsFamily): SolidSpec<PartsInput> | null => {
  const all = { ...BESIDE_SOLIDS, 'bench-stand': STAND_SOLID, ...SOLIDS[family] } as unknown as Partial<
    Record<PartName, SolidSpec<PartsInput>>
  >
  return all[name] ?? null
}
