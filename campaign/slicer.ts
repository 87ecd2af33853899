import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Module from 'manifold-3d'
import { partSet, partSpec } from '../src/core/machines'
import { buildPart } from '../src/core/machines/build-part'
import { printPlan } from '../src/core/printing'
import { makeDemo } from '../src/project/demo'
import { isTurbine } from '../src/project/document'
import { partsInput, to3mf } from '../src/project/parts'

/**
 * A slicer from Debian's packages, named by the maker: one that takes `-g`, `--bed-shape` and `--fill-density` on its
 * command line and writes volume and time into its G-code.
 */
const SLICER = process.env.SLICER ?? ''
/** What it remarks of the order of its own lines in thin walls, and no fault of the model. */
const OWN_REMARK = /Reversing even wall line/
/** Mass by the slicer against the page's. */
const MASS_OFF = 0.1

/**
 * Slices one plate as the page says it is printed: solid, lines and layers as the maker's. Returns filament in cm3, the
 * slicer's own time, and what it complained of.
 */
function sliced(file: string, { lineMm, layerMm, bedMm }: { lineMm: number; layerMm: number; bedMm: number }) {
  const out = file.replace(/3mf$/, 'gcode')
  const { status, stdout, stderr } = spawnSync(
    SLICER,
    [
      '-g',
      '--dont-arrange',
      ...['--bed-shape', `0x0,${bedMm}x0,${bedMm}x${bedMm},0x${bedMm}`],
      ...['--layer-height', String(layerMm), '--first-layer-height', String(layerMm)],
      ...['--extrusion-width', String(lineMm), '--fill-density', '100%', '--fill-pattern', 'rectilinear'],
      ...['--perimeters', '3', '--skirts', '0', '--filament-density', '1', '--slowdown-below-layer-time', '8'],
      ...['--output', out, file],
    ],
    { encoding: 'utf8' },
  )
  const said = `${stdout}${stderr}`
  const complaints = said
    .split('\n')
    .filter((l) => /error|empty layer|no extrusion|repair|manifold|outside/i.test(l) && !OWN_REMARK.test(l))
  if (status !== 0) return { cm3: NaN, time: '', complaints: [`ended with ${status}`, ...complaints] }
  const code = readFileSync(out, 'utf8')
  return {
    cm3: Number(/filament used \[cm3\] = ([\d.]+)/.exec(code)?.[1]),
    time: /estimated printing time \(normal mode\) = (.*)/.exec(code)?.[1] ?? '',
    complaints,
  }
}

/** Hours of a time as the slicer writes it. */
const hoursOf = (time: string): number =>
  [...time.matchAll(/(\d+)([dhms])/g)].reduce(
    (sum, [, n, u]) => sum + Number(n) * ({ d: 24, h: 1, m: 1 / 60, s: 1 / 3600 }[u] ?? 0),
    0,
  )

/**
 * Sends the print plates of the demo's first N machines through a slicer from outside. Returns how many plates it does
 * not take as they are.
 */
export async function slice(n: number): Promise<number> {
  if (SLICER === '') {
    console.log('slicer: not tried; name an installed one, as in SLICER=/usr/bin/name npm run campaign slicer')
    return 0
  }
  if (spawnSync(SLICER, ['--help'], { stdio: 'ignore' }).error) {
    console.log(`slicer: ${SLICER} cannot be run`)
    return 1
  }
  const wasm = await Module()
  wasm.setup()
  const folder = mkdtempSync(join(tmpdir(), 'plates-'))
  const { project } = makeDemo()
  let [plates, failed] = [0, 0]
  for (const build of project.builds.filter(isTurbine).slice(0, n)) {
    const input = partsInput(
      build,
      project.holeGauges.find((g) => g.id === build.machine.nozzle.gaugeId),
    )
    const parts = partSet(input)
      .filter(({ name }) => !partSpec(name, input)?.metal)
      .map(({ name, copies }) => ({ name, copies, mesh: buildPart(wasm, name, input) }))
    const { process, lineWidthM, layerHeightM, bedM } = build.making
    const sizes = { lineMm: lineWidthM * 1000, layerMm: layerHeightM * 1000, bedMm: bedM * 1000 }
    const plan = printPlan(parts, { process, ...sizes })
    failed += plan.tooLarge.length
    plan.plates.forEach(({ on, partsMm3, seconds }, i) => {
      const file = join(folder, `${build.id}-${i + 1}.3mf`)
      const used = parts.map((p) => p.mesh).filter((m) => on.some((o) => o.name === m.name))
      writeFileSync(file, to3mf(used, on, build.name))
      const { cm3, time, complaints } = sliced(file, sizes)
      const ratio = cm3 / (partsMm3 / 1000)
      const fine = complaints.length === 0 && Math.abs(ratio - 1) < MASS_OFF
      plates++
      if (!fine) failed++
      console.log(
        `  ${build.id}, plate ${i + 1}: ${on.length} parts, ${(partsMm3 / 1000).toFixed(1)} cm3, slicer ${ratio.toFixed(3)} of it; ${(seconds / 3600).toFixed(1)} h, slicer ${time}, ${(hoursOf(time) / (seconds / 3600)).toFixed(2)} of it${fine ? '' : `  FAILED ${complaints.join('; ')}`}`,
      )
    })
  }
  console.log(`slicer: ${plates} plates, ${failed} not taken as they are`)
  return failed
}
