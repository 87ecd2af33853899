import { VERBS } from '../cli/verbs'
import { run } from '../cli/run'
import { seededRandom } from '../src/core/statistics'
import { newBuild, newRegulator, newSupply } from '../src/project/document'
import { FAMILIES } from '../src/core/machines'
import { mutated, mutatedText, pick, type Random } from './mutate'

const nozzle = { throatDiameterM: 1.5e-3 }
const supply = { gaugePressurePa: 3e5 }
const build = {
  machine: { family: 'tangential-impulse', meanRadiusM: 0.03, bladeHeightM: 0.01 },
  nozzle: { throatDiameterM: 1.6e-3 },
}
const anyBuild = (random: Random) => ({ ...build, machine: newBuild(own, pick(random, FAMILIES)).machine })
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const SUPPLIES = ['steady', 'compressor', 'vessel', 'blower', 'breath', 'wind', 'balloon'] as const

const bottle = (random: Random) => ({
  volumeM3: 1e-3,
  gaugePressurePa: 4e5,
  heat: pick(random, ['isothermal', 'adiabatic', { uaWPerK: 0.4 }]),
})
const anyEngine = (random: Random) => ({
  engine: pick(random, [
    {
      family: 'single-acting-engine',
      boreM: 0.02,
      strokeM: 0.02,
      rodM: 0.04,
      clearanceM3: 3.5e-6,
      ball: { pinLengthM: 2.2e-3, seatDiameterM: 4.5e-3, pinDiameterM: 1.5e-3 },
      ports: { fromM: 0.0155, heightM: 4.5e-3, widthM: 0.02 },
    },
    {
      family: 'double-acting-engine',
      boreM: 0.02,
      strokeM: 0.025,
      rodM: 0.06,
      rodDiameterM: 5e-3,
      headClearanceM3: 8e-7,
      crankClearanceM3: 8e-7,
      phasesRad: [0, 1.5708],
      valve: {
        eccentricityM: 4e-3,
        leadRad: 0.49,
        admissionLapM: 1.5e-3,
        exhaustLapM: 2e-4,
        portWidthM: 6e-3,
        portHeightM: 2.5e-3,
      },
    },
    {
      family: 'three-flank-engine',
      eccentricityM: 4e-3,
      radiusM: 0.028,
      depthM: 0.016,
      flankGapM: 4e-4,
      intake: { angleRad: 0.3, diameterM: 5e-3, coverRadiusM: 0.022 },
      outlet: { angleRad: 2.27, diameterM: 9e-3 },
      tube: pick(random, [null, { boreDiameterM: 4e-3, lengthM: 0.15 }]),
    },
  ]),
  inertiaKgM2: 5e-5,
  friction: { constantNm: 0.005 },
  load: { perSquareNmS2: 1e-6, thrustPerSquareNS2: 1e-5 },
})

/** A sound input of each verb, as plain as can be and as varied as is useful. */
const SOUND: Readonly<Record<string, (random: Random) => unknown>> = {
  nozzle: () => ({
    supply: { ...supply, temperatureK: 293.15 },
    ambient: { absolutePressurePa: 101_325, temperatureK: 293.15 },
    nozzle: {
      ...nozzle,
      exitDiameterM: 1.7e-3,
      count: 2,
      dischargeCoefficient: 0.9,
      velocityCoefficient: 0.97,
      edge: 'rounded',
    },
  }),
  turbine: (random) => ({ build: anyBuild(random), supply, speedsRadPerS: [0, 500, 2000] }),
  engine: (random) => ({
    ...anyEngine(random),
    ...pick(random, [{ supply }, { vessel: bottle(random) }]),
    durationS: 0.4,
  }),
  rundown: (random) => ({ ...anyEngine(random), vessel: bottle(random), durationS: 0.4 }),
  flashes: (random) => ({
    readings: [
      { flashesPerS: 20 + 300 * random() },
      { flashesPerS: 20 + 300 * random(), images: 1 + Math.floor(3 * random()) },
    ],
    marks: 1 + Math.floor(8 * random()),
  }),
  hand: (random) => ({
    reading: {
      kind: 'spring',
      rows: [0.2, 0.5, 0.8, 1.1].map((loadN) => ({ loadN, lengthM: 14e-3 - loadN / (200 + 400 * random()) })),
      lengthUncertaintyM: 3e-5,
      workingLengthM: random() < 0.5 ? null : 11e-3,
    },
  }),
  strength: () => ({
    rotor: {
      boreRadiusM: 4e-3,
      rootRadiusM: 0.03,
      discThicknessM: 8e-3,
      tipRadiusM: 0.035,
      bladeCount: 12,
      bladeHeightM: 8e-3,
      bladeThicknessM: 1.5e-3,
      materialId: 'pla',
      infill: 1,
    },
    speedRadPerS: 1000,
  }),
  // of the family that is quickest: those that hold the air back take seconds, and are meant to
  search: () => ({
    build,
    supply,
    loadSpeedRadPerS: 1000,
    variables: [
      { path: 'nozzle.throatDiameterM', from: 1e-3, to: 3e-3 },
      { path: 'nozzle.count', from: 1, to: 4, whole: true },
    ],
    constraints: { leastStressMargin: 2 },
    goal: 'best-power',
    designs: 10,
  }),
  part: (random) => ({ build, part: pick(random, ['rotor', 'nozzle-insert', 'casing-lower', 'hole-gauge']) }),
  blowdown: (random) => ({
    vessel: {
      volumeM3: 2e-3,
      gaugePressurePa: 5e5,
      temperatureK: 293.15,
      heat: pick(random, ['isothermal', 'adiabatic']),
    },
    nozzle,
    untilGaugePressurePa: 1e5,
  }),
  size: (random) => ({
    supply,
    nozzle,
    wanted: { figure: pick(random, ['flow', 'thrust', 'jet-speed', 'jet-power']), value: 0.5 },
  }),
  line: () => ({
    supply,
    nozzle,
    line: [
      { kind: 'hose', lengthM: 3, boreM: 6e-3 },
      { kind: 'fitting', sonicConductance: 2e-8 },
    ],
  }),
  regulator: () => ({ regulator: newRegulator(2e5), supply: { gaugePressurePa: 5e5 }, nozzle }),
  source: (random) => ({ source: newSupply(pick(random, SUPPLIES)), nozzle }),
  reduce: () => ({
    method: 'inertia',
    rig: { flywheelInertiaKgM2: 2e-5, signal: 'speed', sensorOn: 'rotor' },
    columns: RECORDED,
    mapping: { time: 'time_s', signal: 'speed', signalUnit: 'rad/s' },
  }),
  push: () => ({
    rig: { spanRelativeUncertainty: 0.01 },
    columns: PUSHED,
    mapping: { time: 'time_s', force: 'force', forceUnit: 'N' },
  }),
}
const time_s = Array.from({ length: 400 }, (_, i) => i * 0.05)
const RECORDED = {
  time_s,
  speed: time_s.map((t) => (t < 12 ? 1500 * (1 - Math.exp(-t / 4)) : 1425 * Math.exp(-(t - 12) / 6))),
}
const PUSHED = {
  time_s,
  force: time_s.map((t, i) => (t > 5 && t < 12 ? 4 - 0.3 * (t - 5) : 0) + 0.003 * Math.sin(37 * i)),
}

/** How often each verb is asked: those that take long, seldom. */
const WEIGHTED = Object.keys(SOUND).flatMap((verb) =>
  Array<string>(verb === 'part' ? 1 : verb === 'search' || verb === 'reduce' ? 2 : 8).fill(verb),
)

/** A call of the command line by its number, and what is wrong about the answer; null when nothing is. */
export async function tryCli(seed: number): Promise<{ readonly input: string; readonly fault: string | null }> {
  const random = seededRandom(seed * 2654435761 + 1)
  const verb = pick(random, WEIGHTED)
  const sound = SOUND[verb](random)
  const tried = mutated(sound, random)
  // a long search is no hang
  if (verb === 'search' && typeof tried === 'object' && tried !== null && !Array.isArray(tried)) {
    const { designs } = tried as { designs?: unknown }
    if (designs === undefined || (typeof designs === 'number' && designs > 50)) Object.assign(tried, { designs: 50 })
  }
  const text = random() < 0.1 ? mutatedText(JSON.stringify(sound), random) : JSON.stringify(tried)
  const args =
    random() < 0.03 ? [pick(random, ['constructor', '__proto__', '', '-', '--', 'help', 'schema']), '-'] : [verb, '-']
  const { exit, stdout, stderr } = await run(args, () => text)
  const input = `${args.join(' ')} ${text}`
  if (stderr.includes('(program)')) return { input, fault: stderr.trim() }
  if (exit === 2) {
    const lines = stderr.trimEnd().split('\n')
    const raw = lines.some((line) => /[\u0000-\u001f]/.test(line) || !/: ./.test(line))
    return { input, fault: stdout !== '' ? 'refused with an answer' : raw ? `no line of words: ${stderr}` : null }
  }
  if (stderr !== '') return { input, fault: `answered with words beside: ${stderr}` }
  if (args[0] !== verb) return { input, fault: null }
  const answer = VERBS[verb].output.safeParse(JSON.parse(stdout))
  return {
    input,
    fault: answer.success
      ? null
      : `an answer against its own schema: ${answer.error.issues[0].path.join('.')}: ${answer.error.issues[0].message}`,
  }
}
