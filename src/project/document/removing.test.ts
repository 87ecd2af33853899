import { keptDemo } from '../demo/kept-demo'
import { buildTitle, byMachine, fileStem, removeBuilds, removeMachine, unusedRecordings, type Project } from '.'

const copy = (): Project => structuredClone(keptDemo().project) as Project

test('a build goes with its runs; versions made from it hang on its parent; its recordings are left over, not lost', () => {
  const project = copy()
  const [builds, runs] = [project.builds.length, project.runs.length]
  const gone = project.runs.filter((r) => r.buildId === 'spindle-2').length
  removeBuilds(project, new Set(['spindle-2']))
  expect([project.builds.length, project.runs.length]).toEqual([builds - 1, runs - gone])
  expect(project.builds.find((b) => b.id === 'spindle-3')?.parentId).toBe('spindle-1')
  expect(unusedRecordings(project)).toHaveLength(gone)
  expect(unusedRecordings(copy())).toEqual([])
})
test('a chain of removed builds is bridged; a root’s children become roots', () => {
  const project = copy()
  removeBuilds(project, new Set(['spindle-1', 'spindle-2']))
  expect(project.builds.find((b) => b.id === 'spindle-3')?.parentId).toBeNull()
})
test('a machine goes whole, and no other machine’s build with it', () => {
  const project = copy()
  const others = project.builds.filter((b) => b.machineId !== 'glider').map((b) => b.id)
  removeMachine(project, 'glider')
  expect(project.machines.some((m) => m.id === 'glider')).toBe(false)
  expect(project.builds.map((b) => b.id)).toEqual(others)
})
test('first versions of two machines have two names, on the page and as files', () => {
  const project = {
    machines: [
      { id: 'a', name: 'Winch', purpose: '' },
      { id: 'b', name: 'Spindle / 2', purpose: '' },
    ],
  }
  const first = (machineId: string) => ({ machineId, name: 'First print' })
  expect(buildTitle(project, first('a'))).toBe('Winch · First print')
  expect(fileStem(project, first('b'))).toBe('spindle-2-first-print')
  expect(fileStem(project, first('a'))).not.toBe(fileStem(project, first('b')))
  expect(byMachine(project, [first('b'), first('a'), first('b')]).map((b) => b.machineId)).toEqual(['a', 'b', 'b'])
})
