import { makeDemo } from '../demo'
import { isTurbine } from '../document'
import { buildDifferences, compareBuilds, type ComparedSide } from '.'

const { project } = makeDemo()
const turbines = project.builds.filter(isTurbine)
const build = (id: string) => turbines.find((b) => b.id === id) ?? turbines[0]
const side = (id: string, powers: number[], over: Partial<(typeof project.runs)[number]> = {}): ComparedSide => ({ build: build(id), runs: powers.map((peakPowerW) => ({ run: { ...project.runs[0], ...over }, peakPowerW })) })

test('differences are named with their kind; a plain hole’s exit and an open casing’s clearance are no second change', () => {
  expect(buildDifferences(build('spindle-1'), build('spindle-2')).map((d) => d.label)).toEqual(['nozzle angle', 'nozzle gap'])
  expect(buildDifferences(build('spindle-2'), build('spindle-3')).map((d) => d.label)).toEqual(['casing'])
  expect(buildDifferences(build('spindle-3'), build('spindle-4')).map((d) => d.label)).toEqual(['throat'])
})

describe('verdicts', () => {
  const a = side('spindle-2', [9.7, 9.9, 9.8])
  test('far beyond the spread of repeats: better, worse', () => {
    expect(compareBuilds(a, side('spindle-3', [13.2, 13.4, 13.3])).verdict).toBe('better')
    expect(compareBuilds(side('spindle-3', [13.2, 13.4, 13.3]), a).verdict).toBe('worse')
  })
  test('within it: not told apart', () => expect(compareBuilds(a, side('spindle-3', [9.6, 10.1, 9.9])).verdict).toBe('not told apart'))
  test('on one run each nothing can be ranked', () => expect(compareBuilds(side('spindle-2', [9]), side('spindle-3', [12])).verdict).toBe('too few runs'))
  test('at half the pressure again no verdict is given, whatever the power', () => {
    const unfair = compareBuilds(a, side('spindle-3', [13.2, 13.4, 13.3], { gaugePressurePa: 525e3 }))
    expect(unfair.verdict).toBe('unfair')
    expect(unfair.unfair.map((u) => u.text).join()).toMatch(/pressures differ/)
  })
  test('another rig and two changes at once are said, but leave the verdict', () => {
    const two = compareBuilds(side('spindle-1', [9.3, 9.31, 9.29]), side('spindle-2', [9.9, 9.91, 9.89], { rigId: 'wheel-mark' }))
    expect(two.unfair.map((u) => u.text).join()).toMatch(/different rigs/)
    expect(two.unfair.map((u) => u.text).join()).toMatch(/2 things were changed/)
    expect(two.verdict).toBe('better')
  })
})
