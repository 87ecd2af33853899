import type { TurbineMachine } from '../turbine'
import { allowableStrength, materialById, type Material } from './materials'
import { discPeakHoopStress, rimPullHoopStress } from './disc-stress'
import { profileDiscStress, thicknessAt, type ProfileDisc, type ProfileStress } from './profile-disc'

/** Pieces that hang on a disc's rim and pull on it: blades, or what stands between slots. */
export interface HangingPieces {
  readonly name: string
  readonly count: number
  /** Of one, from its root to its end. */
  readonly lengthM: number
  /** Section that holds it, and its mean section along its length, m2. */
  readonly rootAreaM2: number
  readonly meanAreaM2: number
  /** Rise of stress in the corner of the root. Estimate. */
  readonly cornerFactor: number
}

/** One turning body: a disc of any profile with what hangs on its rim. */
export interface TurningBody {
  readonly name: string
  readonly profile: ProfileDisc['profile']
  /** Mass the disc carries without gaining strength (vanes on its face), over its own. */
  readonly carried: number
  /** Rise of stress at holes and slots. Estimate; 1 where there are none. */
  readonly holeFactor: number
  readonly pieces: HangingPieces | null
  readonly materialId: string
  readonly infill: number
  readonly loadedAcrossLayers: boolean
  readonly copies: number
}

const even = (from: number, to: number, thickness: number): ProfileDisc['profile'] => [
  [from, thickness],
  [to, thickness],
]

/** The printed wheel of a machine as turning bodies; a driven impeller is one more. */
export function turningBodies(machine: TurbineMachine): readonly TurningBody[] {
  const print = {
    materialId: machine.materialId,
    infill: machine.infill,
    loadedAcrossLayers: machine.loadedAcrossLayers,
    carried: 0,
    holeFactor: 1,
    copies: 1,
  }
  switch (machine.family) {
    case 'tangential-impulse':
    case 'supersonic-impulse':
    case 'turbine-compressor': {
      const sideways = machine.family === 'supersonic-impulse'
      const radial = sideways ? machine.bladeHeightM : machine.bladeDepthM
      const along = sideways ? machine.bladeDepthM : machine.bladeHeightM
      const root = machine.meanRadiusM - radial / 2
      const wheel: TurningBody = {
        ...print,
        name: 'rotor',
        profile: even(machine.hubRadiusM, root, machine.discThicknessM),
        pieces: {
          name: 'blade root',
          count: machine.bladeCount,
          lengthM: radial,
          rootAreaM2: Math.min(along, machine.discThicknessM) * machine.bladeThicknessM,
          meanAreaM2: along * machine.bladeThicknessM,
          cornerFactor: 2,
        },
      }
      if (machine.family !== 'turbine-compressor') return [wheel]
      const { impeller } = machine
      const hub = Math.min(machine.hubRadiusM, 0.8 * impeller.eyeRadiusM)
      return [
        wheel,
        {
          ...print,
          name: 'impeller',
          profile: [
            [hub, 4 * impeller.tipWidthM + 4e-3],
            [impeller.tipRadiusM, 2e-3],
          ],
          carried: 0.3,
          pieces: null,
          copies: impeller.stages,
        },
      ]
    }
    case 'radial-inflow':
      // blades stand on the disc's face: they load it, and stiffen it little
      return [
        {
          ...print,
          name: 'rotor',
          profile: [
            [machine.hubRadiusM, machine.discThicknessM + 0.5 * machine.inletRadiusM],
            [machine.inletRadiusM, machine.discThicknessM],
          ],
          carried:
            (machine.bladeCount * machine.bladeThicknessM * machine.inletWidthM) /
            (Math.PI * machine.inletRadiusM * machine.discThicknessM),
          pieces: null,
        },
      ]
    case 'axial':
    case 'wind-stack': {
      const root = machine.meanRadiusM - machine.bladeHeightM / 2
      const area = machine.chordM * machine.bladeThicknessM
      return [
        {
          ...print,
          name: 'rotor',
          profile: even(machine.hubRadiusM, root, machine.chordM),
          copies: machine.stages,
          pieces: {
            name: 'blade root',
            count: machine.bladeCount,
            lengthM: machine.bladeHeightM,
            rootAreaM2: area,
            meanAreaM2: area,
            cornerFactor: 2,
          },
        },
      ]
    }
    case 'disc-pack':
      return [
        {
          ...print,
          name: 'disc',
          profile: even(machine.hubRadiusM, machine.outerRadiusM, machine.discThicknessM),
          holeFactor: 2,
          pieces: null,
          copies: machine.discs,
        },
      ]
    case 'vane-motor': {
      const core = Math.max(machine.hubRadiusM + 1e-3, machine.rotorRadiusM - machine.vaneHeightM)
      const land = (r: number) => Math.max(0.2e-3, (2 * Math.PI * r) / machine.vanes - machine.vaneThicknessM)
      return [
        {
          ...print,
          name: 'rotor',
          profile: even(machine.hubRadiusM, core, machine.lengthM),
          pieces: {
            name: 'land between slots',
            count: machine.vanes,
            lengthM: Math.max(1e-4, machine.rotorRadiusM - core),
            rootAreaM2: land(core) * machine.lengthM,
            meanAreaM2: land((core + machine.rotorRadiusM) / 2) * machine.lengthM,
            cornerFactor: 3,
          },
        },
      ]
    }
    case 'reaction-rotor':
      return [
        {
          ...print,
          name: 'rotor',
          profile: even(
            Math.max(machine.hubRadiusM, machine.sealRadiusM),
            machine.bodyRadiusM,
            machine.bodyHeightM * 0.5,
          ),
          carried: 0.2,
          holeFactor: 2.5,
          pieces: null,
        },
      ]
  }
}

export interface BodyStrength {
  readonly name: string
  readonly governing: string
  readonly discStressPa: number
  readonly rootStressPa: number
  readonly allowablePa: number
  readonly burstSpeedRadPerS: number
  readonly massKg: number
  readonly inertiaKgM2: number
  readonly outerRadiusM: number
  readonly stress: ProfileStress
}

/** Mass and polar inertia of all copies of a body. */
export function bodyInertia(
  body: TurningBody,
  material: Material = materialById(body.materialId),
): { massKg: number; inertiaKgM2: number; outerRadiusM: number; pieceKg: number } {
  const density = material.densityKgPerM3 * body.infill
  const from = body.profile[0][0]
  const rim = body.profile[body.profile.length - 1][0]
  const n = 200
  let [massKg, inertiaKgM2] = [0, 0]
  for (let i = 0; i < n; i++) {
    const r = from + ((i + 0.5) / n) * (rim - from)
    const dm = density * (1 + body.carried) * 2 * Math.PI * r * thicknessAt(body.profile, r) * ((rim - from) / n)
    massKg += dm
    // exact for each even ring
    inertiaKgM2 += dm * (r * r + ((rim - from) / n / 2) ** 2)
  }
  const { pieces } = body
  const pieceKg = pieces ? density * pieces.meanAreaM2 * pieces.lengthM : 0
  const outerRadiusM = rim + (pieces?.lengthM ?? 0)
  if (pieces) {
    massKg += pieces.count * pieceKg
    inertiaKgM2 += pieces.count * pieceKg * ((rim + pieces.lengthM / 2) ** 2 + pieces.lengthM ** 2 / 12)
  }
  return { massKg: massKg * body.copies, inertiaKgM2: inertiaKgM2 * body.copies, outerRadiusM, pieceKg }
}

/** Stress and burst speed of one turning body. All stresses go with speed squared, so one evaluation fixes the burst speed. */
export function bodyStrength(body: TurningBody, speedRadPerS: number, temperatureK: number): BodyStrength {
  const material = materialById(body.materialId)
  const reference = Math.max(speedRadPerS, 1)
  const { massKg, inertiaKgM2, outerRadiusM, pieceKg } = bodyInertia(body, material)
  const [rim, rimThickness] = body.profile[body.profile.length - 1]
  const pull = body.pieces ? pieceKg * reference ** 2 * (rim + body.pieces.lengthM / 2) : 0
  const rimPullPa = body.pieces ? (body.pieces.count * pull) / (2 * Math.PI * rim * rimThickness) : 0
  const stress = profileDiscStress({
    profile: body.profile,
    densityKgPerM3: material.densityKgPerM3 * body.infill * (1 + body.carried),
    poissonRatio: material.poissonRatio,
    elasticModulusPa: material.elasticModulusPa,
    speedRadPerS: reference,
    rimPullPa,
  })
  const discPa = body.holeFactor * stress.peakPa
  const rootPa = body.pieces ? (body.pieces.cornerFactor * pull) / body.pieces.rootAreaM2 : 0
  const allowablePa = allowableStrength(material, {
    infill: body.infill,
    loadedAcrossLayers: body.loadedAcrossLayers,
    temperatureK,
  })
  const worst = Math.max(discPa, rootPa)
  const scale = (speedRadPerS / reference) ** 2
  return {
    name: body.name,
    governing: rootPa > discPa && body.pieces ? body.pieces.name : body.name === 'rotor' ? 'disc' : body.name,
    discStressPa: discPa * scale,
    rootStressPa: rootPa * scale,
    allowablePa,
    burstSpeedRadPerS: worst > 0 ? reference * Math.sqrt(allowablePa / worst) : Infinity,
    massKg,
    inertiaKgM2,
    outerRadiusM,
    stress,
  }
}

/** Burst speed alone, rad/s, in closed form where the disc is even: quick enough for a search over many designs. */
export function burstSpeed(machine: TurbineMachine, temperatureK: number): number {
  const speeds = turningBodies(machine).map((body) => {
    const [[a, thick], [b, thin]] = [body.profile[0], body.profile[body.profile.length - 1]]
    if (body.profile.length > 2 || thick !== thin) return bodyStrength(body, 1, temperatureK).burstSpeedRadPerS
    const material = materialById(body.materialId)
    const density = material.densityKgPerM3 * body.infill
    const { pieces } = body
    const pull = pieces ? density * pieces.meanAreaM2 * pieces.lengthM * (b + pieces.lengthM / 2) : 0
    const hung = pieces ? rimPullHoopStress((pieces.count * pull) / (2 * Math.PI * b * thin), a, b) : 0
    const disc =
      body.holeFactor *
      (discPeakHoopStress({
        boreRadiusM: a,
        outerRadiusM: b,
        densityKgPerM3: density * (1 + body.carried),
        poissonRatio: material.poissonRatio,
        speedRadPerS: 1,
      }) +
        hung)
    const worst = Math.max(disc, pieces ? (pieces.cornerFactor * pull) / pieces.rootAreaM2 : 0)
    return worst > 0 ? Math.sqrt(allowableStrength(material, { ...body, temperatureK }) / worst) : Infinity
  })
  return Math.min(...speeds)
}

export interface MachineStrength extends Omit<BodyStrength, 'name'> {
  readonly bodies: readonly BodyStrength[]
  /** Burst speed over running speed. */
  readonly speedMargin: number
  /** Allowable over actual stress: the square of the speed margin. */
  readonly stressMargin: number
  readonly storedEnergyJ: number
  readonly tipSpeedMPerS: number
  readonly notes: readonly string[]
}

/**
 * Strength of all that turns in a machine: the weakest body governs; mass, inertia and energy are of all together.
 * Valid: elastic, thin. Error: strength of prints 25 % (one sigma), so 12 % in speed.
 */
export function machineStrength(machine: TurbineMachine, speedRadPerS: number, temperatureK: number): MachineStrength {
  const bodies = turningBodies(machine).map((body) => bodyStrength(body, speedRadPerS, temperatureK))
  const weakest = bodies.reduce((a, b) => (b.burstSpeedRadPerS < a.burstSpeedRadPerS ? b : a))
  const sum = (of: (b: BodyStrength) => number) => bodies.reduce((a, b) => a + of(b), 0)
  const material = materialById(machine.materialId)
  const notes: string[] = []
  if (temperatureK > material.softeningK - 10)
    notes.push(
      `${material.label} softens near ${Math.round(material.softeningK - 273.15)} °C: cool the air first or choose another material.`,
    )
  if (machine.infill < 1)
    notes.push(
      'Infill below solid: walls carry more than the middle, so the estimate is cautious for stress and rough for inertia.',
    )
  const speedMargin = speedRadPerS > 0 ? weakest.burstSpeedRadPerS / speedRadPerS : Infinity
  const inertiaKgM2 = sum((b) => b.inertiaKgM2)
  const outerRadiusM = Math.max(...bodies.map((b) => b.outerRadiusM))
  return {
    ...weakest,
    bodies,
    massKg: sum((b) => b.massKg),
    inertiaKgM2,
    outerRadiusM,
    speedMargin,
    stressMargin: speedMargin ** 2,
    storedEnergyJ: 0.5 * inertiaKgM2 * speedRadPerS ** 2,
    tipSpeedMPerS: outerRadiusM * speedRadPerS,
    notes,
  }
}

/** What an energy is like, in words: a fall of half a kilogram. */
export const energyInWords = (energyJ: number): string => {
  const height = energyJ / (0.5 * 9.80665)
  return `a ${energyJ < 0.5 ? 'tool of 0.5 kg lifted' : '0.5 kg hammer dropped'} ${height < 1 ? `${(100 * height).toFixed(0)} cm` : `${height.toFixed(1)} m`}`
}
