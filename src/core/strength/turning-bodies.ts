import { allowableStrength, materialById, type Material } from './materials'
import { discPeakHoopStress, rimPullHoopStress } from './disc-stress'
import { profileDiscStress, thicknessAt, type ProfileDisc, type ProfileStress } from './profile-disc'
import { said, type Said } from '../said'
import { STANDARD_GRAVITY } from '../units/gravity'

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

/** The same thickness all the way out. */
export const evenDisc = (fromM: number, toM: number, thicknessM: number): ProfileDisc['profile'] => [
  [fromM, thicknessM],
  [toM, thicknessM],
]

/** A body's print, with nothing carried and no holes: one copy. */
export const printOf = (m: { materialId: string; infill: number; loadedAcrossLayers: boolean }) => ({
  materialId: m.materialId,
  infill: m.infill,
  loadedAcrossLayers: m.loadedAcrossLayers,
  carried: 0,
  holeFactor: 1,
  copies: 1,
})

/**
 * Blades on a rim: their length along the radius, what of their width the disc holds at the root, and their whole
 * width, m.
 */
export const bladedRim = (
  m: { readonly bladeCount: number; readonly bladeThicknessM: number },
  lengthM: number,
  heldM: number,
  widthM: number,
): HangingPieces => ({
  name: 'blade root',
  count: m.bladeCount,
  lengthM,
  rootAreaM2: heldM * m.bladeThicknessM,
  meanAreaM2: widthM * m.bladeThicknessM,
  cornerFactor: 2,
})

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

/**
 * Stress and burst speed of one turning body. All stresses go with speed squared, so one evaluation fixes the burst
 * speed.
 */
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

/**
 * Burst speed of the weakest body alone, rad/s, in closed form where its disc is even: quick enough for a search over
 * many designs.
 */
export function bodiesBurstSpeed(bodies: readonly TurningBody[], temperatureK: number): number {
  const speeds = bodies.map((body) => {
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
    return worst > 0
      ? Math.sqrt(
          allowableStrength(material, {
            infill: body.infill,
            loadedAcrossLayers: body.loadedAcrossLayers,
            temperatureK,
          }) / worst,
        )
      : Infinity
  })
  return Math.min(...speeds)
}

export interface BodiesStrength extends Omit<BodyStrength, 'name'> {
  readonly bodies: readonly BodyStrength[]
  /** Burst speed over running speed. */
  readonly speedMargin: number
  /** Allowable over actual stress: the square of the speed margin. */
  readonly stressMargin: number
  readonly storedEnergyJ: number
  readonly tipSpeedMPerS: number
  readonly notes: readonly Said[]
}

/**
 * Strength of all that turns in a machine: the weakest body governs; mass, inertia and energy are of all together. All
 * bodies are of the first one's print.
 * Valid: elastic, thin. Error: strength of prints 25 % (one sigma), so 12 % in speed.
 */
export function bodiesStrength(
  turning: readonly TurningBody[],
  speedRadPerS: number,
  temperatureK: number,
): BodiesStrength {
  const bodies = turning.map((body) => bodyStrength(body, speedRadPerS, temperatureK))
  const weakest = bodies.reduce((a, b) => (b.burstSpeedRadPerS < a.burstSpeedRadPerS ? b : a))
  const sum = (of: (b: BodyStrength) => number) => bodies.reduce((a, b) => a + of(b), 0)
  const { materialId, infill } = turning[0]
  const material = materialById(materialId)
  const notes: Said[] = []
  if (temperatureK > material.softeningK - 10)
    notes.push(said('strength-softens', { material: material.label, softeningK: material.softeningK }))
  if (infill < 1) notes.push(said('strength-infill'))
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
  const height = energyJ / (0.5 * STANDARD_GRAVITY)
  return `a ${energyJ < 0.5 ? 'tool of 0.5 kg lifted' : '0.5 kg hammer dropped'} ${height < 1 ? `${(100 * height).toFixed(0)} cm` : `${height.toFixed(1)} m`}`
}
