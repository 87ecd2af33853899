import { keptDemo } from '../../project/demo/kept-demo'
import { editsBetween } from '../../project/edits'
import type { HeldChange } from '../../store'
import { shownIn } from '../shared/display'
import { differenceWords } from './difference-words'
import { fieldWords, heldWords, valueWords } from './held-words'
import { roomWords } from './storage-room'

const { project } = keptDemo()
const shown = shownIn(project.display)
const imperial = shownIn({ ...project.display, length: 'in', pressure: 'psi' })
const [build] = project.builds
const held = (why: HeldChange['why']): HeldChange => ({ id: 1, label: 'throat', edits: [], why })

describe('why a change was held back', () => {
  test('the field, both values in the maker’s units, and whose it is', () => {
    const why = {
      code: 'conflict',
      conflict: {
        code: 'changed-elsewhere',
        list: 'builds',
        id: build.id,
        path: ['nozzle', 'throatDiameterM'],
        wanted: 2e-3,
        stands: 1.7e-3,
      },
    } as const
    expect(heldWords(project, held(why), shown)).toBe(
      'Another window set the throat diameter of Engraving spindle · First print to 1.70 mm; this one wanted 2.00 mm.',
    )
    expect(heldWords(project, held(why), imperial)).toContain('0.0787 in')
  })
  test('what is gone, what was put in twice, what was changed before it could be removed', () => {
    const conflict = (
      code: 'removed-elsewhere' | 'added-elsewhere' | 'changed-elsewhere',
      list: 'builds' | 'rigs',
      id: string,
    ) =>
      heldWords(
        project,
        held({ code: 'conflict', conflict: { code, list, id, path: [], wanted: undefined, stands: undefined } }),
        shown,
      )
    expect(conflict('removed-elsewhere', 'builds', 'gone')).toBe(
      'Another window removed what it belongs to (a build that is no longer here).',
    )
    expect(conflict('added-elsewhere', 'rigs', project.rigs[0].id)).toContain(`rig “${project.rigs[0].name}”`)
    expect(conflict('changed-elsewhere', 'builds', build.id)).toMatch(/First print since; it was not removed/)
  })
  test('two changes that are each sound and together are none', () => {
    const why = {
      code: 'invalid',
      faults: [{ path: 'builds[0].nozzle.inletBoreM', message: 'the inlet bore must be wider than the throat' }],
    } as const
    expect(heldWords(project, held(why), shown)).toBe(
      'Together with what another window did it would not hold: Engraving spindle · First print, inlet bore: the inlet bore must be wider than the throat.',
    )
  })
})

test.each<[string[], unknown, string, string]>([
  [['supply', 'gaugePressurePa'], 350e3, 'gauge pressure', '350 kPa gauge'],
  [['ambient', 'temperatureK'], 293.15, 'temperature', '20.0 °C'],
  [['load', 'speedRadPerS'], 1151.917, 'speed', '11 000 rpm'],
  [['nozzle', 'count'], 3, 'count', '3'],
  [['name'], 'Spindle', 'name', '“Spindle”'],
  [['supply'], { kind: 'vessel' }, 'supply', 'vessel'],
  [['line', 'parts'], [1], 'parts', 'something else'],
  [['made'], true, 'made', 'yes'],
  [['parentId'], null, 'parent id', 'nothing'],
])('%j', (path, value, field, words) => {
  expect(fieldWords(path)).toBe(field)
  expect(valueWords(path, value, shown).replace(/\u2009|\u00a0/g, ' ')).toBe(words)
})

test('what a copy differs in is counted by what the maker knows', () => {
  const copy = {
    ...project,
    name: 'Before',
    builds: project.builds.slice(1).map((b, i) => (i < 2 ? { ...b, notes: 'x', why: 'y' } : b)),
    rigs: [...project.rigs, { ...project.rigs[0], id: 'r9' }],
  }
  expect(differenceWords(editsBetween(project, copy))).toBe(
    '1 build fewer, 2 builds changed, 1 rig more, name, notes, room or units changed',
  )
  expect(differenceWords([])).toBe('nothing')
})

test('what room is left and whether it lasts', () => {
  expect(roomWords({ lasting: true, usedBytes: 1.3e6, leftBytes: 10.66e9 })).toBe(
    '1.3 MB used, about 10.7 GB left. The browser has promised to keep it.',
  )
  expect(roomWords({ lasting: false, usedBytes: 500, leftBytes: 0 })).toMatch(
    /^1 kB used, about 0 kB left\. The browser may clear it/,
  )
  expect(roomWords({ lasting: null, usedBytes: null, leftBytes: null })).toMatch(/^Whether the browser keeps it/)
})
