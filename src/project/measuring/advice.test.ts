import { adviseMethods } from '.'
import { keptDemo } from '../demo/kept-demo'
import { newBuild, newSupply, newThrustBuild, type Build } from '../document'
import { kindOf } from '../machines/registry'

const { project } = keptDemo()
const { ambient } = project
const spindle = project.builds.find((b) => b.id === 'spindle-3')!
const of = (build: Build) => adviseMethods(build, kindOf(build).predict(build, { ambient }))
const way = (build: Build, method: string) => of(build).find((a) => a.method === method)!

test('the spindle: flywheel and brake suit it well, and stand first; nothing weighs its push', () => {
  const advice = of(spindle)
  expect(advice.slice(0, 2).map((a) => [a.method, a.suits])).toEqual([
    ['inertia', 'well'],
    ['brake', 'well'],
  ])
  expect(advice.map((a) => a.method)).not.toContain('thrust')
})
test('on a bottle the pressure falls while a wheel spins up', () => {
  const bottled = { ...spindle, supply: newSupply('vessel') } as Build
  expect(way(bottled, 'inertia')).toMatchObject({ suits: 'fairly', why: { code: 'advice-inertia-sags' } })
})
test('too little torque for a scale’s digits, too little power for a generator', () => {
  const predicted = kindOf(spindle).predict(spindle, { ambient })
  const weak = {
    ...predicted,
    figures: predicted.figures.map((f) => (/Power|Torque/.test(f.id) ? { ...f, value: f.value / 200 } : f)),
    overSpeed: null,
  }
  const advice = adviseMethods(spindle, weak)
  expect(advice.find((a) => a.method === 'brake')).toMatchObject({
    suits: 'poorly',
    why: { code: 'advice-brake-weak' },
  })
  expect(advice.find((a) => a.method === 'generator')).toMatchObject({ suits: 'poorly' })
  const strong = {
    ...predicted,
    figures: predicted.figures.map((f) => (f.id === 'bestPowerW' ? { ...f, value: 200 } : f)),
  }
  expect(adviseMethods(spindle, strong).find((a) => a.method === 'brake')?.why.code).toBe('advice-brake-hot')
})
test('a body that its jet pushes: the stand first, and only what measures it', () => {
  const glider = newThrustBuild({ id: 'g', machineId: 'm', name: 'Glider', createdAt: spindle.createdAt })
  expect(of(glider).map((a) => a.method)).toEqual(['thrust', 'tank-decay'])
})
test('a bottle is run down where there is one, and of what turns', () => {
  const bottled = { ...spindle, supply: newSupply('vessel') } as Build
  expect(way(bottled, 'run-down')).toMatchObject({ suits: 'well' })
  expect(way(spindle, 'run-down')).toMatchObject({ suits: 'poorly', why: { code: 'advice-run-down-no-bottle' } })
})
test('every family of the chooser gets advice with a reason', () => {
  for (const build of [
    ...project.builds,
    newBuild({ id: 'n', machineId: 'm', name: 'n', createdAt: spindle.createdAt }),
  ])
    for (const { why } of of(build)) expect(why.code).toMatch(/^advice-/)
})
