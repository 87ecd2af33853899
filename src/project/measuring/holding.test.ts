import { kindOf } from '../document'
import { keptDemo } from '../demo/kept-demo'
import type { Rig } from '../validation/schema'
import { holdingHazards } from './holding'
import { METHOD_IDS, methodOf } from '.'

const { project } = keptDemo()
const build = project.builds.find((b) => b.id === 'spindle-3')!
const predicted = kindOf(build).predict(build, { ambient: project.ambient })
const figure = (id: string) => predicted.figures.find((f) => f.id === id)!
const shown = (rig: Rig) => methodOf(rig.kind).hazards(rig, build, predicted).shown
const rig = <K extends Rig['kind']>(kind: K) => methodOf(kind).newRig('r') as Extract<Rig, { kind: K }>

test('a brake: all of the shaft’s power as heat, and its stall torque at the end of the arm', () => {
  const [heat, force] = shown({ ...rig('brake'), armM: 0.1 })
  expect(heat).toMatchObject({ id: 'brake-heat', kind: 'power', value: figure('bestPowerW').value })
  expect(force).toMatchObject({ id: 'brake-force', kind: 'force' })
  expect(force.value! / figure('stallTorqueNm').value).toBeCloseTo(10, 9)
  expect(force.standardUncertainty! / figure('stallTorqueNm').standardUncertainty).toBeCloseTo(10, 9)
})

test('a rope: torque over the radius to its middle, over the gear; what it lifts falls', () => {
  const own = { ...rig('rope'), drumRadiusM: 0.018, ropeDiameterM: 0.004, speedRatio: 3 }
  const [, pulls] = shown({ ...own, does: 'rubs' })
  expect(pulls.id).toBe('rope-force')
  // the drum turns a third as fast with three times the torque, at 20 mm
  expect(pulls.value!).toBeCloseTo((figure('stallTorqueNm').value * 3) / 0.02, 9)
  expect(shown({ ...own, does: 'lifts' }).map((h) => h.id)).toEqual(['lift-power', 'lift-weight'])
})

test('resistors take the power alone; what a kind does not predict is left out', () => {
  expect(shown(rig('generator')).map((h) => h.id)).toEqual(['resistor-heat'])
  expect(holdingHazards({ figures: [] }, { heat: 'brake-heat', force: 'brake-force' }, 0.1)).toEqual([])
})

test('no rig shows a figure that is none, for any build it takes', () => {
  const kinds = new Map(project.builds.map((b) => [b.machine.family, b]))
  for (const b of kinds.values()) {
    const p = kindOf(b).predict(b, { ambient: project.ambient })
    for (const id of METHOD_IDS.filter((m) => methodOf(m).accepts(b))) {
      const { hazards, newRig } = methodOf(id)
      for (const h of hazards(newRig('r'), b, p).shown)
        expect([id, b.id, h.id, h.value === null || (Number.isFinite(h.value) && h.value >= 0)]).toEqual([
          id,
          b.id,
          h.id,
          true,
        ])
    }
  }
})
