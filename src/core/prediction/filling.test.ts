import { balloonFilling } from '.'
import { DEFAULT_COEFFICIENTS, impulseTurbine, turbineSummary, type Impeller } from '../turbine'
import { balloonPressure, type Balloon } from '../supply'

const deg = Math.PI / 180
const ambient = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 }
const rotor = {
  meanRadiusM: 0.03,
  bladeHeightM: 0.01,
  bladeDepthM: 0.01,
  bladeCount: 12,
  profile: 'scoop' as const,
  inletAngleRad: 35 * deg,
  outletAngleRad: 35 * deg,
}
const turbine = (gaugePa: number) =>
  impulseTurbine(
    {
      nozzle: { throatDiameterM: 2e-3, count: 2, angleRad: 18 * deg, gapM: 3e-3 },
      rotor,
      casing: { kind: 'close', clearanceM: 1e-3 },
      bearings: { classId: '625', count: 2 },
      coefficients: DEFAULT_COEFFICIENTS,
    },
    {
      totalPressurePaAbs: 101_325 + gaugePa,
      totalTemperatureK: 293.15,
      backPressurePaAbs: 101_325,
      ambientTemperatureK: 293.15,
    },
  )
const impeller: Impeller = {
  tipRadiusM: 0.035,
  eyeRadiusM: 0.012,
  tipWidthM: 3e-3,
  blades: 12,
  backsweepRad: 30 * deg,
  efficiency: 0.55,
  clearanceM: 0.1e-3,
  stages: 2,
}
const balloon: Balloon = {
  restRadiusM: 25e-3,
  skinThicknessM: 0.1e-3,
  shearModulusPa: 250e3,
  stiffening: 0.05,
  blownVolumeM3: 3e-3,
  uses: 0,
  wearPerUse: 0.06,
}
const fill = (gaugePa: number, over: Partial<Impeller> = {}) => {
  const model = turbine(gaugePa)
  return balloonFilling(model, turbineSummary(model).freeSpeedRadPerS, { ...impeller, ...over }, balloon, ambient)
}

test('an impeller that gets past the first stretch fills the balloon; time and volume only rise', () => {
  const run = fill(400e3)
  expect(run.stopsAtM3).toBeNull()
  expect(run.volumeM3[run.volumeM3.length - 1]).toBeCloseTo(3e-3, 9)
  run.timeS.slice(1).forEach((t, i) => expect(t).toBeGreaterThan(run.timeS[i]))
})
test('a weak one stops before the pressure that the skin asks for at its peak', () => {
  const run = fill(40e3, { stages: 1, tipRadiusM: 0.02 })
  expect(run.stopsAtM3).not.toBeNull()
  const peak = Math.max(...Array.from({ length: 200 }, (_, i) => balloonPressure(balloon, 0.7e-4 + (i / 199) * 2.9e-3)))
  for (const p of run.pressurePaAbs) expect(p - 101_325).toBeLessThanOrEqual(peak)
})
test('common practice (no source): leaks between the halves decide; a wide gap fills it more slowly or not at all', () => {
  const [tight, leaky] = [fill(400e3), fill(400e3, { clearanceM: 0.8e-3 })]
  const time = (r: typeof tight) => (r.stopsAtM3 === null ? r.timeS[r.timeS.length - 1] : Infinity)
  expect(time(leaky)).toBeGreaterThan(time(tight))
})
