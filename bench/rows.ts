import Papa from 'papaparse'
import { TracePyramid, encoderCounts, packTrace, reduceInertia, simulateSpinUp } from '../src/core/bench'
import { LineProtocol, guessMapping, mapTrace, parseTable, traceRoles } from '../src/project/recording'
import { timed } from './timing'

const RIG = {
  flywheelInertiaKgM2: { value: 2e-5, standardUncertainty: 2e-7 },
  rotorInertiaKgM2: { value: 0, standardUncertainty: 0 },
  speedRatio: 1,
  countsPerTurn: 400,
  sensorOn: 'rotor' as const,
}

/** A spin-up of so many rows as a logger writes it. */
function file(rows: number): Uint8Array {
  const truth = {
    stallTorqueNm: 0.02,
    dragFreeSpeedRadPerS: 2200,
    drag: [4e-4, 1.5e-7, 1e-10] as const,
    effectiveInertiaKgM2: 2e-5,
    openS: 1,
    shutS: 28,
    endS: 56,
  }
  const { timeS, angleRad, speedRadPerS } = simulateSpinUp(truth, truth.endS / (rows - 1))
  const counts = encoderCounts(angleRad, speedRadPerS, {
    countsPerRad: 400 / (2 * Math.PI),
    timeJitterS: 1e-7,
    seed: 3,
  })
  const pieces: Buffer[] = [Buffer.from('time_us,count,supply_kPa\n')]
  let text = ''
  for (let i = 0; i < rows; i++) {
    text += `${Math.round(timeS[i] * 1e6)},${counts[i]},${(350 + (i % 7) / 10).toFixed(1)}\n`
    if (text.length > 1e6 || i === rows - 1) {
      pieces.push(Buffer.from(text))
      text = ''
    }
  }
  return new Uint8Array(Buffer.concat(pieces))
}

function curveOf(bytes: Uint8Array) {
  const parsed = parseTable(bytes)
  if (!parsed.ok) throw new Error(parsed.message)
  const mapping = guessMapping(parsed.table.columns, traceRoles('count'))
  const mapped = mapTrace(parsed.table, mapping, { ...RIG, signal: 'count' })
  if (!mapped.ok) throw new Error(mapped.message)
  return reduceInertia({ ...mapped.trace, pressure: mapped.pressure }, RIG, { nominalGaugePressurePa: 350e3 })
}

/**
 * From a file's bytes to the curve in one thread, two and ten million rows; reading against a plain pass of a CSV
 * library in the same run.
 */
export async function benchRows() {
  const two = file(2_000_000)
  const read = await timed(3, 1, () => parseTable(two))
  const text = new TextDecoder().decode(two)
  const library = await timed(3, 1, () => Papa.parse(text, { fastMode: true }).data.length)
  const fileToCurve = await timed(3, 1, () => curveOf(two))
  const ten = file(10_000_000)
  const tenMillion = await timed(1, 0, () => curveOf(ten))
  return {
    megabytesOfTwoMillion: Math.round(two.length / 1e6),
    read,
    csvLibraryPass: { library: 'papaparse 5.7.1, fastMode, no conversion of numbers', ...library },
    ratioLibraryToRead: Math.round((library.medianMs / read.medianMs) * 100) / 100,
    twoMillionRowsToCurve: fileToCurve,
    megabytesOfTenMillion: Math.round(ten.length / 1e6),
    tenMillionRowsToCurve: tenMillion,
    residentMegabytes: Math.round(process.memoryUsage().rss / 1e6),
  }
}

const RATE = 2000
const HOUR = 3600 * RATE

/** A live recording: lines read and kept in a trace, and what one frame of a picture of an hour costs. */
export async function benchLive() {
  const header =
    '{"device":"x","channels":[{"name":"angle","unit":"count","perTurn":400},{"name":"pressure","unit":"kPa"}]}\n'
  const second = Array.from(
    { length: RATE },
    (_, i) => `{"t":${i * 500},"angle":${i * 7},"pressure":${350 + (i % 9) / 10}}\n`,
  ).join('')
  const bytes = new TextEncoder().encode(second)
  const oneSecond = await timed(20, 5, () => {
    const protocol = new LineProtocol()
    const trace = new TracePyramid()
    protocol.take(header, () => undefined)
    protocol.push(bytes, (e) => void (e.kind === 'reading' && trace.push(e.timeS, e.values[1])))
  })
  const trace = new TracePyramid()
  for (let i = 0; i < HOUR; i++) trace.push(i / RATE, Math.sin(i / 1000))
  const frame = await timed(200, 20, (i) => trace.view(0, 3600 - (i % 7), 640))
  // a recording that was brought in: packed once, then looked at from the whole down to some readings
  const many = Float64Array.from({ length: 10_000_000 }, (_, i) => i / 50_000)
  const values = many.map((t) => Math.sin(37 * t))
  const packTenMillion = await timed(3, 1, () => packTrace(many, values))
  const finished = TracePyramid.unpacked(packTrace(many, values))
  const frameOfTenMillion = await timed(300, 20, (i) => {
    const width = 200 / 2 ** (i % 20)
    const from = (((i * 7919) % 1000) / 1000) * (200 - width)
    finished.view(from, from + width, 640)
  })
  const plainPass = await timed(3, 1, () => {
    let [least, most] = [Infinity, -Infinity]
    for (const v of values) {
      if (v < least) least = v
      if (v > most) most = v
    }
    return [least, most]
  })
  return {
    packTenMillion,
    frameOfTenMillion,
    plainPassOfTenMillion: plainPass,
    readingsOfOneSecond: RATE,
    readAndKeptOneSecond: oneSecond,
    frameOfAnHour: frame,
  }
}
