import * as z from 'zod'
import * as air from '../../core/air'
import * as bench from '../../core/bench'
import * as flow from '../../core/flow'
import * as gates from '../../core/gates'
import * as geometry from '../../core/geometry'
import * as machines from '../../core/machines'
import * as making from '../../core/making'
import * as prediction from '../../core/prediction'
import * as safety from '../../core/safety'
import * as statistics from '../../core/statistics'
import * as strength from '../../core/strength'
import * as supply from '../../core/supply'
import * as turbine from '../../core/turbine'
import * as units from '../../core/units'
import * as archive from '../archive'
import * as planning from '../planning'
import * as recording from '../recording'
import { LIMITS, SPECS } from '.'
import { projectSchema } from '../validation/schema'
import { limitsOf, lines } from './testing'

/**
 * Tables and constants as they stand, to five digits: materials, bearings, fittings, blowers, drills, fits, units,
 * ranges, limits. As with all that is pinned, where one is meant to change, look at the difference, then `npx jest
 * pinned -u`.
 */
const SUBJECTS = {
  air,
  bench,
  flow,
  gates,
  geometry,
  machines,
  making,
  prediction,
  safety,
  statistics,
  strength,
  supply,
  turbine,
  units,
  archive,
  planning,
  recording,
}

test.each(Object.entries(SUBJECTS))('of %s', (_, subject) => {
  const data = Object.fromEntries(
    Object.entries(subject)
      .filter(([, value]) => typeof value !== 'function')
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  )
  expect(lines(data)).toMatchSnapshot()
})
test('of what a document may hold', () => {
  const limits = limitsOf(z.toJSONSchema(projectSchema, { io: 'input' }))
  expect(limits.size).toBeGreaterThan(200)
  expect([...limits].sort().join('\n')).toMatchSnapshot()
})
test('of drills', () => {
  const all = (['metric', 'inch', 'number'] as const).map((f) => [
    f,
    units.drillsBetween(f, 0, 0.02).map((d) => [d.label, d.diameterM]),
  ])
  expect(lines(Object.fromEntries(all))).toMatchSnapshot()
})
test('of what makers may set', () => expect(lines(LIMITS)).toMatchSnapshot())
test('of the forms of the families', () =>
  expect(
    lines(
      Object.fromEntries(
        Object.entries(SPECS).flatMap(([family, spec]) => spec.fields.map((f) => [`${family} ${f.path}`, f])),
      ),
    ),
  ).toMatchSnapshot())
