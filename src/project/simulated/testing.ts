import { type BenchAsked } from '../../core/bench'
import { newBuild, newThrustBuild, type Measurement, type Rig, type Run } from '../document'
import { kindOf } from '../machines/registry'
import { liveOf, methodOf, type MeasuredRun } from '../measuring'
import { guessChannels, parseTable } from '../recording'
import { benchLines } from '.'

const at = '2026-11-27T09:00:00.000Z'
export const spindle = newBuild({ id: 'b', machineId: 'm', name: 'Spindle', createdAt: at })
export const glider = newThrustBuild({ id: 'g', machineId: 'm', name: 'Glider', createdAt: at })
export const ambient = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
export const USUAL = ['sag', 'noise', 'drop-outs', 'drift'] as const

export const rigs: Readonly<Record<string, Rig>> = Object.fromEntries(
  (['inertia', 'brake', 'generator', 'rope', 'droop', 'coast', 'run-down', 'thrust', 'tank-decay'] as const).map(
    (id) => [id, methodOf(id).newRig(id)],
  ),
)
export const marks = { ...rigs.inertia, signal: 'pulse-times', sensorOn: 'rotor', countsPerTurn: 1 } as Rig
export const speeds = { ...rigs.inertia, signal: 'speed' } as Rig

/** One go of a simulated bench for a rig and a build, as the page asks for it. */
export function asked(rig: Rig, seed: number, faults: BenchAsked['faults']): BenchAsked {
  const build = rig.kind === 'thrust' ? glider : spindle
  const of = liveOf(rig)!.simulated(rig, build, kindOf(build).predict(build, { ambient }), 350e3)
  return { ...of!, seed, faults, go: 0 }
}

export function recorded(of: BenchAsked, untilS: number): Uint8Array {
  const lines: string[] = []
  for (const { atS, text } of benchLines(of, 0)) {
    if (atS > untilS) break
    lines.push(text)
  }
  return new TextEncoder().encode(`${lines.join('\n')}\n`)
}

/** Recorded and reduced with no more help than the page gives. */
export function measured(rig: Rig, of: BenchAsked, untilS: number): MeasuredRun {
  const parsed = parseTable(recorded(of, untilS))
  if (!parsed.ok) throw new Error(parsed.message)
  const method = methodOf(rig.kind)
  const mapping = guessChannels(parsed.table.device!.header, method.roles(rig))
  const run = { gaugePressurePa: 350e3, ambient } as Run
  const measurement = { ...method.freshSettings(), mapping } as Measurement
  const build = rig.kind === 'thrust' ? glider : spindle
  return method.reduce({ kind: 'table', table: parsed.table }, method.conditions(run, measurement, rig, build)!)
}
export const figure = (run: MeasuredRun, id: string) => run.figures.find((f) => f.id === id)!
export const codes = (run: MeasuredRun) => run.notes.map((n) => n.code)
