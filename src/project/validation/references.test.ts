import { keptDemo } from '../demo/kept-demo'
import { newBuild, newBuildOf, newThrustBuild, predictionInput } from '../document'
import { buildSchema, parseProject } from '.'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

describe('what must be there or hang together', () => {
  const changed = (change: (p: ReturnType<typeof keptDemo>['project']) => void) => {
    const { project } = structuredClone(keptDemo())
    change(project)
    const parsed = parseProject(project)
    return parsed.ok ? 'taken' : parsed.message
  }
  test('the demo is taken; a build whose parent, machine or hole gauge is not there, or that comes from itself, is not', () => {
    expect(changed(() => undefined)).toBe('taken')
    expect(changed((p) => void (p.builds[1].parentId = 'nobody'))).toMatch(/parent nobody is not in this project/)
    expect(changed((p) => void (p.builds[1].machineId = 'nothing'))).toMatch(/machine nothing is not in this project/)
    expect(changed((p) => void (p.builds[1].parentId = p.builds[1].id))).toMatch(/cannot come from itself/)
    expect(changed((p) => void (p.runs[0].buildId = 'gone'))).toMatch(/build gone is not in this project/)
  })
})

describe('what cannot be across figures', () => {
  const faults = (build: unknown) => {
    const parsed = buildSchema.safeParse(build)
    return parsed.success ? [] : parsed.error.issues.map((i) => i.path.join('.'))
  }
  test('a bore must be wider than the throat: equal is refused, a hair wider is not', () => {
    const build = newBuildOf(own, 'tangential-impulse')
    const bored = (inletBoreM: number) => ({
      ...build,
      machine: { ...build.machine, nozzle: { ...build.machine.nozzle, inletBoreM } },
    })
    const { throatDiameterM } = build.machine.nozzle
    expect(faults(bored(throatDiameterM))).toEqual(['machine.nozzle.inletBoreM'])
    expect(faults(bored(throatDiameterM * 1.001))).toEqual([])
  })
  test('nose, centre of mass and fins lie on the body', () => {
    const build = newThrustBuild(own)
    const fins = { count: 4, rootChordM: 0.04, tipChordM: 0.03, spanM: 0.03, sweepM: 0.01, rootAtM: 0.2 }
    const body = (parts: object) => ({ ...build, machine: { ...build.machine, lengthM: 0.3, ...parts } })
    expect(faults(body({ noseLengthM: 0.1, centreOfMassM: 0.15, fins }))).toEqual([])
    expect(faults(body({ noseLengthM: 0.301, centreOfMassM: 0.15, fins }))).toEqual(['machine.noseLengthM'])
    expect(faults(body({ noseLengthM: 0.1, centreOfMassM: 0.301, fins }))).toEqual(['machine.centreOfMassM'])
    expect(faults(body({ noseLengthM: 0.1, centreOfMassM: 0.15, fins: { ...fins, rootAtM: 0.301 } }))).toEqual([
      'machine.fins.rootAtM',
    ])
    expect(faults(body({ noseLengthM: 0.1, centreOfMassM: 0.15, fins: { ...fins, rootAtM: 0.299 } }))).toEqual([])
  })
  test('a stack 0.4 m wide and 0.6 m high catches the wind on 0.24 m2', () => {
    const build = newBuild(own, 'wind-stack')
    const machine = { ...build.machine, stackRadiusM: 0.2, stackHeightM: 0.6 } as typeof build.machine
    const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
    expect(predictionInput({ ...build, machine }, room).supply).toMatchObject({
      kind: 'wind',
      areaM2: expect.closeTo(0.24, 12),
    })
  })
})
