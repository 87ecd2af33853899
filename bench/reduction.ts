import savitzkyGolayModule from 'ml-savitzky-golay'
import { angleOfCounts, encoderCounts, reduceInertia, simulateSpinUp } from '../src/core/bench'
import { parseTable } from '../src/project/recording'
import { timed } from './timing'

/** The package is CommonJS: its function may come wrapped. */
const savitzkyGolay = ((savitzkyGolayModule as unknown as { default?: typeof savitzkyGolayModule }).default ??
  savitzkyGolayModule) as typeof savitzkyGolayModule

const ROWS = 1_000_000

/** Reduction of a million rows against one plain Savitzky-Golay derivative of the same column. */
export async function benchReduction() {
  const truth = {
    stallTorqueNm: 0.018,
    dragFreeSpeedRadPerS: 2200,
    drag: [3e-4, 2e-7, 1e-10] as const,
    effectiveInertiaKgM2: 2e-5,
    openS: 1,
    shutS: 12,
    endS: 26,
  }
  const { timeS, angleRad, speedRadPerS } = simulateSpinUp(truth, truth.endS / (ROWS - 1))
  const counts = encoderCounts(angleRad, speedRadPerS, {
    countsPerRad: 400 / (2 * Math.PI),
    timeJitterS: 1e-6,
    seed: 1,
  })
  const lines = ['time_s,count']
  for (let i = 0; i < timeS.length; i++) lines.push(`${timeS[i].toFixed(6)},${counts[i]}`)
  const bytes = new TextEncoder().encode(lines.join('\n'))
  const rig = {
    flywheelInertiaKgM2: { value: 2e-5, standardUncertainty: 2e-7 },
    rotorInertiaKgM2: { value: 0, standardUncertainty: 0 },
    speedRatio: 1,
    countsPerTurn: 400,
    sensorOn: 'rotor' as const,
  }
  const read = await timed(3, 1, () => parseTable(bytes))
  const reduce = await timed(5, 1, () =>
    reduceInertia(angleOfCounts(timeS, counts, { countsPerTurn: 400, rotorTurnsPerSensorTurn: 1 }), rig),
  )
  const plain = Array.from(angleRad)
  const library = await timed(3, 1, () =>
    savitzkyGolay(plain, timeS[1] - timeS[0], { windowSize: 51, derivative: 1, polynomial: 3 }),
  )
  return {
    rows: timeS.length,
    readCsv: read,
    reduce,
    savitzkyGolayPass: { library: 'ml-savitzky-golay 5.0.0, window 51, cubic, first derivative', ...library },
    ratioReduceToLibrary: Math.round((reduce.medianMs / library.medianMs) * 1000) / 1000,
  }
}
