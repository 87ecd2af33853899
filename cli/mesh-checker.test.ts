import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chosen } from '../src/core/check-values/sample'
import { keptDemo } from '../src/project/demo/kept-demo'
import { isTurbine } from '../src/project/document'
import { partsInput, toStl } from '../src/project/parts'
import { handlePart } from './part-library'
import { partSet } from '../src/core/machines'

/** Debian's `admesh`, a mesh checker that we did not write; test.sh installs it. */
const check = (file: string): string => execFileSync('admesh', [file], { encoding: 'utf8' })
const number = (report: string, label: string): number =>
  Number(new RegExp(`${label}\\s*:\\s*([\\d.]+)`).exec(report)?.[1] ?? NaN)

const folder = mkdtempSync(join(tmpdir(), 'kettle-mesh-'))
const builds = keptDemo().project.builds

/**
 * Of the spindle’s prints, which share their parts but for the rotor, one; of the others those with the most kinds of
 * parts.
 */
const LOOKED = ['spindle-4', 'other-radial-inflow', 'other-turbine-compressor']
const looked = chosen(builds.filter(isTurbine), (b) => LOOKED.includes(b.id))
const GAUGED = ['spindle-4']

describe.each(looked.map((b) => [b.id, b] as const))('parts of %s, judged by admesh', (id, build) => {
  test.each([
    ...new Set([
      ...partSet(partsInput(build)).map((p) => p.name),
      ...chosen(['hole-gauge' as const], () => GAUGED.includes(id)),
    ]),
  ])('%s: closed, one piece, no degenerate facet, the volume we say', async (name) => {
    const mesh = await handlePart(name, partsInput(build))
    const file = join(folder, `${id}-${name}.stl`)
    writeFileSync(file, toStl(mesh))
    const report = check(file)
    expect(number(report, 'Total disconnected facets')).toBe(0)
    expect(number(report, 'Number of parts')).toBe(1)
    expect(number(report, 'Degenerate facets')).toBe(0)
    expect(number(report, 'Backwards edges')).toBe(0)
    expect(number(report, 'Volume') / mesh.volumeMm3).toBeCloseTo(1, 4)
  })
})
