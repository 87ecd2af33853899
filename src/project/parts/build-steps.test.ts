import { isBought, type Placed } from '../../core/geometry'
import {
  FAMILIES,
  assemblyOf,
  buildSteps,
  numberOf,
  numberedItems,
  partSpec,
  partsBeside,
  type BuildStep,
  type Family,
  type PartName,
} from '../../core/machines'
import { billCsv, billRows, checkInstruction, sheetMarkdown, stepInWords, stepTitle, toolsInWords } from '../../words'
import { newBuild } from '../document'
import { partsInput } from './build-parts'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const first = (family: Family) => partsInput(newBuild(own, family))
const nameOf = ({ body }: Placed<PartName>) => (isBought(body) ? body.code : body)
const length = (mm: number) => `${mm} mm`
const codesOf = (step: BuildStep) => step.checks.map((c) => c.code)

describe.each(FAMILIES)('%s', (family) => {
  const input = first(family)
  const steps = buildSteps(input)
  const items = numberedItems(input)
  test('every body goes on once, and stands in every later picture of the machine', () => {
    const all = assemblyOf(input).placed
    const goesOn = steps.filter((s) => s.putsIn === null).flatMap((s) => s.added)
    expect(goesOn).toHaveLength(all.length)
    expect(new Set(goesOn)).toEqual(
      new Set(all.map((p) => goesOn.find((g) => g.pose.join() === p.pose.join() && nameOf(g) === nameOf(p)))),
    )
    const last = steps[steps.length - 1]
    expect(last.unit).toBeNull()
    expect(last.before.length + last.added.length).toBe(all.length)
    steps.forEach((s, i) => expect(s.number).toBe(i + 1))
    // a unit that goes in is one that was built before
    for (const { putsIn, number } of steps)
      if (putsIn) expect(steps.slice(0, number - 1).some((s) => s.unit === putsIn)).toBe(true)
    // and goes in whole, however its own parts went on
    for (const { putsIn, byTurns } of steps) if (putsIn) expect(byTurns).toBe(false)
  })
  test('numbers run from one without a gap in the order of need, and count every body', () => {
    expect(items.map((i) => i.number)).toEqual(items.map((_, i) => i + 1))
    expect(items.reduce((sum, i) => sum + i.count, 0)).toBe(assemblyOf(input).placed.length)
    const seen: number[] = []
    for (const s of steps)
      for (const p of s.added) if (!seen.includes(numberOf(items, p))) seen.push(numberOf(items, p))
    expect(seen).toEqual([...seen].sort((a, b) => a - b))
  })
  test('every step has a title with its numbers and says what to do; every check can be read', () => {
    for (const step of steps) {
      expect(stepTitle(step, items)).toMatch(step.putsIn ? /^Unit [A-Z]$/ : /\(\d+\)/)
      expect(stepInWords(step, input).length).toBeGreaterThan(10)
      for (const check of step.checks) expect(checkInstruction(check, 1.6, length)).not.toMatch(/undefined|NaN|null/)
    }
  })
  test('set screws sit in metal, at the place of the part that they hold, and point outwards', () => {
    for (const p of assemblyOf(input).placed) {
      if (!isBought(p.body) || p.body.code !== 'set-screw' || p.body.size.includes('pointed')) continue
      const [x, y, dx, dy] = [p.pose[12], p.pose[13], p.pose[8], p.pose[9]]
      expect(p.pose[10]).toBeCloseTo(0, 9)
      expect((x * dx + y * dy) / Math.hypot(x, y)).toBeCloseTo(1, 9)
      expect(p.turns).toBe(true)
    }
  })
  test('what is printed and turns is balanced, before it cannot be any more; the last step looks at the whole', () => {
    const balanced = new Set<string>()
    const unitOf = new Map<string, string[]>()
    for (const s of steps) {
      if (s.unit) unitOf.set(s.unit, [...(unitOf.get(s.unit) ?? []), ...s.added.map(nameOf)])
      if (codesOf(s).includes('balance')) for (const n of unitOf.get(s.unit ?? '') ?? []) balanced.add(n)
      if (codesOf(s).includes('balance-first')) for (const p of s.added) balanced.add(nameOf(p))
    }
    for (const p of assemblyOf(input).placed) {
      if (isBought(p.body)) continue
      const spec = partSpec(p.body, input)
      if (spec?.turns && !spec.metal && !spec.plain) expect(balanced).toContain(p.body)
    }
    const last = codesOf(steps[steps.length - 1])
    expect(last).toEqual(expect.arrayContaining(['turns-freely', 'direction']))
    expect(steps.some((s) => codesOf(s).includes('gap'))).toBe(true)
  })
})

test('a pack’s discs and spacers by turns are three steps, not nineteen', () => {
  const steps = buildSteps(first('disc-pack')).filter(
    (s) => s.added.some((p) => ['disc', 'spacer'].includes(nameOf(p))) && !s.putsIn,
  )
  expect(steps.map((s) => s.added.length)).toEqual([1, 1, 17])
  expect(stepInWords(steps[2], first('disc-pack'))).toMatch(/by turns/)
})

test('screws are drawn together by what holds them: metal, nuts, or the thread they cut', () => {
  const held = buildSteps(first('disc-pack')).flatMap((s) => (s.into ? [`${nameOf(s.added[0])} ${s.into}`] : []))
  expect(held).toEqual(['screw plastic', 'screw nut'])
  const rim = buildSteps(first('tangential-impulse')).flatMap((s) => (s.into ? [s.into] : []))
  expect(rim).toEqual(['metal', 'nut'])
})

test('breath turns it the way it is drawn: a tangential rotor clockwise, an axial stack the other way', () => {
  const said = (family: Family) => {
    const input = first(family)
    const last = buildSteps(input).at(-1)
    const check = last?.checks.find((c) => c.code === 'direction')
    return check ? checkInstruction(check, null, length) : ''
  }
  expect(said('tangential-impulse')).toMatch(/turns clockwise/)
  expect(said('axial')).toMatch(/turns counter-clockwise/)
})

describe('files', () => {
  const input = first('vane-motor')
  const [items, steps] = [numberedItems(input), buildSteps(input)]
  test('CSV: a row for every number, quoted where a comma stands in it', () => {
    const rows = billCsv(items, input, 'filament').trimEnd().split('\r\n')
    expect(rows).toHaveLength(items.length + 1 + 3)
    // hose, clip and bench screws have no balloon
    expect(rows.slice(-3).map((r) => r.split(',')[2])).toEqual(['Hose', 'Hose clip', 'Bench screw'])
    expect(rows[0]).toBe('No.,Count,What,Size,How,Note')
    expect(rows.find((r) => r.includes('Ball bearing'))).toBe(
      '2,2,Ball bearing,625,buy,"deep groove, ISO 15, shielded"',
    )
    expect(billRows(items, input, 'machined').filter((r) => r[4] === 'machine').length).toBeGreaterThan(2)
    expect(rows.find((r) => r.includes('Sleeve'))).toMatch(/turn from metal/)
  })
  test('Markdown: cautions first, the bill as a table, every step numbered, checks as boxes to tick', () => {
    const text = sheetMarkdown('Motor | one', { input, process: 'filament', items, steps, throatMm: 4 }, length)
    const lines = text.split('\n')
    expect(lines[0]).toBe('# Motor | one: to build it')
    expect(lines[2]).toMatch(/^> Glasses on/)
    expect(lines.filter((l) => /^\| \d+ \|/.test(l))).toHaveLength(items.length)
    expect(lines.filter((l) => /^\d+\. /.test(l)).map((l) => Number(l.split('.')[0]))).toEqual(
      steps.map((s) => s.number),
    )
    expect(lines.filter((l) => l.startsWith('   - [ ] '))).toHaveLength(steps.flatMap((s) => s.checks).length)
  })
  test('tools follow from what is in it', () => {
    expect(toolsInWords(items, 4).join()).toMatch(/2 mm.*1\.5 mm.*4\.00 mm/)
    expect(toolsInWords([], null).join()).not.toMatch(/hexagon|spanner|throat/)
  })
})

test('what measures a shaft is offered where one has a free end as long as its hub', () => {
  for (const family of FAMILIES) {
    const input = first(family)
    const beside = partsBeside(input)
    expect(beside).toContain('hole-gauge')
    expect(beside.includes('line-disc')).toBe(family !== 'reaction-rotor')
    if (!beside.includes('line-disc')) continue
    // the shaft stands out by a hub and a disc on one side of everything that does not turn
    const heights = assemblyOf(input).placed.flatMap(({ body, pose, turns }) =>
      isBought(body) ? body.outline.map(([, z]) => ({ code: body.code, turns, z: pose[14] + pose[10] * z })) : [],
    )
    const shaft = heights.filter((h) => h.code === 'shaft').map((h) => h.z)
    const still = heights.filter((h) => h.code === 'bearing').map((h) => h.z)
    const out = Math.max(Math.max(...shaft) - Math.max(...still), Math.min(...still) - Math.min(...shaft))
    expect(out).toBeGreaterThan(10)
  }
})
