import { pistonPlace, valveShift } from '../../../core/engine'
import type { EngineMachine, PistonEngine } from '../../../project/document'
import { openWhile, toDeg, type Handle, type Opening } from './opening'
import { rotorHandles, rotorOpenings } from './rotor-timing'

/** Every opening of one cylinder over its own turn, or of one flank over the rotor’s. */
export const openings = (m: EngineMachine): Opening[] =>
  m.family === 'three-flank-engine' ? rotorOpenings(m) : pistonOpenings(m)

function pistonOpenings(m: PistonEngine): Opening[] {
  if (m.family === 'single-acting-engine') {
    const travel = (rad: number) => pistonPlace(m, rad).travelM
    return [
      { id: 'seat', name: 'ball', lets: 'in', open: openWhile((a) => m.ball.pinLengthM - travel(a)) },
      { id: 'ports', name: 'ports', lets: 'out', open: openWhile((a) => travel(a) - m.ports.fromM) },
    ]
  }
  const { valve } = m
  const shift = (rad: number) => valveShift(valve, rad)
  return [
    { id: 'head-in', name: 'head in', lets: 'in', open: openWhile((a) => shift(a) - valve.admissionLapM) },
    { id: 'head-out', name: 'head out', lets: 'out', open: openWhile((a) => -shift(a) - valve.exhaustLapM) },
    { id: 'crank-in', name: 'crank end in', lets: 'in', open: openWhile((a) => -shift(a) - valve.admissionLapM) },
    { id: 'crank-out', name: 'crank end out', lets: 'out', open: openWhile((a) => shift(a) - valve.exhaustLapM) },
  ]
}

/** The least change of a length that a printer keeps and a maker feels, m. */
const STEP = 0.05e-3
const snap = (m: number): number => Math.round(m / STEP) * STEP
const clamp = (v: number, from: number, to: number): number => Math.min(to, Math.max(from, v))
const mmText = (m: number) => `${(m * 1000).toFixed(2)} mm`

type Single = Extract<EngineMachine, { family: 'single-acting-engine' }>
type Double = Extract<EngineMachine, { family: 'double-acting-engine' }>

function singleHandles(m: Single): Handle[] {
  const pin = (v: number): Single => ({
    ...m,
    ball: { ...m.ball, pinLengthM: clamp(snap(v), STEP, Math.min(0.6 * m.strokeM, m.ports.fromM)) },
  })
  const from = (v: number): Single => {
    const fromM = clamp(snap(v), Math.max(m.ball.pinLengthM, 1e-3), m.strokeM - 0.2e-3)
    return { ...m, ports: { ...m.ports, fromM } }
  }
  const travelAt = (deg: number) => pistonPlace(m, (Math.abs(deg > 180 ? deg - 360 : deg) * Math.PI) / 180).travelM
  const [seat, ports] = openings(m)
  return [
    {
      id: 'pin',
      label: 'pin length: where the ball shuts',
      at: (seat.open[0]?.[1] ?? 0) % 360,
      on: 'seat',
      says: mmText(m.ball.pinLengthM),
      moved: (deg) => pin(travelAt(deg)),
      stepped: (by) => pin(m.ball.pinLengthM + by * STEP),
    },
    {
      id: 'ports',
      label: 'ports: where they open',
      at: ports.open[0]?.[0] ?? 180,
      on: 'ports',
      says: mmText(m.ports.fromM),
      moved: (deg) => from(travelAt(deg)),
      stepped: (by) => from(m.ports.fromM + by * STEP),
    },
  ]
}

function doubleHandles(m: Double): Handle[] {
  const { valve } = m
  const lead = (rad: number): Double => ({
    ...m,
    valve: { ...valve, leadRad: clamp(Math.round(toDeg(rad)), -180, 180) * (Math.PI / 180) },
  })
  const lap = (key: 'admissionLapM' | 'exhaustLapM', v: number): Double => {
    const most = 0.95 * valve.eccentricityM
    const other = key === 'admissionLapM' ? valve.exhaustLapM : valve.admissionLapM
    return { ...m, valve: { ...valve, [key]: clamp(snap(v), Math.max(-other, -valve.eccentricityM), most) } }
  }
  const shiftAt = (deg: number) => valveShift(valve, (deg * Math.PI) / 180)
  const all = openings(m)
  const edge = (id: Opening['id'], which: 0 | 1) => (all.find((o) => o.id === id)?.open[0]?.[which] ?? 0) % 360
  const middle = 90 - toDeg(valve.leadRad)
  return [
    {
      id: 'lead',
      label: 'eccentric: where the head stands widest open',
      at: ((middle % 360) + 360) % 360,
      on: 'head-in',
      says: `${toDeg(valve.leadRad).toFixed(0)}° ahead`,
      moved: (deg) => lead(((90 - (deg > 270 ? deg - 360 : deg)) * Math.PI) / 180),
      stepped: (by) => lead(valve.leadRad - (by * Math.PI) / 180),
    },
    {
      id: 'cut-off',
      label: 'inlet lap: where the head is shut off',
      at: edge('head-in', 1),
      on: 'head-in',
      says: `${mmText(valve.admissionLapM)} of lap`,
      moved: (deg) => lap('admissionLapM', shiftAt(deg)),
      stepped: (by) => lap('admissionLapM', valve.admissionLapM - by * STEP),
    },
    {
      id: 'release',
      label: 'exhaust lap: where the head is let out',
      at: edge('head-out', 0),
      on: 'head-out',
      says: `${mmText(valve.exhaustLapM)} of lap`,
      moved: (deg) => lap('exhaustLapM', -shiftAt(deg)),
      stepped: (by) => lap('exhaustLapM', valve.exhaustLapM + by * STEP),
    },
  ]
}

/** What a maker drags on the timing ring. */
export function handlesOf(m: EngineMachine): Handle[] {
  switch (m.family) {
    case 'single-acting-engine':
      return singleHandles(m)
    case 'double-acting-engine':
      return doubleHandles(m)
    case 'three-flank-engine':
      return rotorHandles(m)
  }
}
