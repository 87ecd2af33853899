import { STAND, type BillLine, type Connection } from '../../core/geometry'
import { assemblyOf, billOfMachine, housingOutletArea, notesOfPart, standOf, type Family } from '../../core/machines'
import { keptDemo } from '../demo/kept-demo'
import { isTurbine, newBuild } from '../document'
import { partsInput } from './build-parts'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const of = (family: Family, connection: Connection = 'barbs') => {
  const build = newBuild(own, family)
  return partsInput({ ...build, making: { ...build.making, connection } })
}
const line = (lines: readonly BillLine[], code: BillLine['code']) => lines.filter((l) => l.code === code)

test('a hose with its clip and a gasket to every insert, screws for the stand’s ears', () => {
  const lines = billOfMachine(of('tangential-impulse'))
  const [hose] = line(lines, 'hose')
  expect(hose.size).toMatch(/^⌀ \d+ inside$/)
  expect(line(lines, 'clip')).toEqual([{ code: 'clip', size: `for hose ${hose.size}`, count: hose.count }])
  expect(line(lines, 'gasket')[0].count).toBe(hose.count)
  expect(line(lines, 'bench-screw')[0].count).toBeGreaterThanOrEqual(3)
  expect(line(lines, 'fitting')).toEqual([])
})

test('with a thread a fitting takes the place of hose and clip; where it finds no room the barbs stay and the part says so', () => {
  const lines = billOfMachine(of('disc-pack', 'g-thread'))
  expect(line(lines, 'fitting')[0].size).toMatch(/^G 1\/[48]$/)
  expect([...line(lines, 'hose'), ...line(lines, 'clip')]).toEqual([])
  expect(notesOfPart('hose-tail', of('disc-pack', 'npt-thread')).join(' ')).toMatch(
    /NPT.*a taper that is forced splits/,
  )
  expect(notesOfPart('hose-tail', of('disc-pack', 'g-thread')).join(' ')).toMatch(/seal ring/)
  // a short motor: its body has no height for a socket
  const motor = of('vane-motor', 'g-thread')
  expect(line(billOfMachine(motor), 'hose')).toHaveLength(1)
  expect(notesOfPart('vane-body', motor).join(' ')).toMatch(/finds no room: barbs/)
})

test('between stages one hose has two clips', () => {
  const build = newBuild(own, 'turbine-compressor')
  if (build.machine.family !== 'turbine-compressor') throw new Error('another family')
  const two = structuredClone(build)
  if (two.machine.family === 'turbine-compressor') two.machine.impeller.stages = build.machine.impeller.stages + 1
  const [one, both] = [build, two].map((b) => billOfMachine(partsInput(b)))
  const sum = (lines: readonly BillLine[], code: BillLine['code']) => line(lines, code).reduce((n, l) => n + l.count, 0)
  expect(sum(both, 'hose') - sum(one, 'hose')).toBe(1)
  expect(sum(both, 'clip') - sum(one, 'clip')).toBe(2)
})

test('every machine of the demo stands so high that its outlets’ air leaves freely between its legs', () => {
  const looked = keptDemo().project.builds.filter(isTurbine)
  for (const build of looked) {
    const input = partsInput(build)
    const stand = standOf(input)
    if (!stand) throw new Error(build.id)
    const { legs, height, inner } = stand.shape
    // half of what a casing of two halves leaves open is above
    const halves = assemblyOf(input).placed.some((p) => p.body === 'casing-upper')
    const out = (housingOutletArea(input) ?? 0) * (halves ? 0.5e6 : 1e6)
    const between = (2 * Math.PI * inner - legs.length * 2 * STAND.leg) * (height - STAND.base)
    expect(between).toBeGreaterThan(1.29 * out)
  }
  expect(looked.length).toBeGreaterThan(10)
})
