import { partSet, partSpec } from '../../src/core/machines'
import { TIME_RANGE, printPlan } from '../../src/core/printing'
import { to3mf } from '../../src/project/parts'
import { badInput } from '../fault'
import { writeOut } from '../files'
import { meshesOf } from '../part-library'
import { partsOf, type Made } from './part'

/** Name of one plate's file. */
const plateFile = (out: string, number: number): string => out.replace(/(\.3mf)$/i, `-${number}$1`)

/**
 * The parts of a machine as they lie on the maker's beds, what each plate takes, and its files when they are asked for.
 */
export async function platesVerb(given: Made, out: string | null) {
  const { process, lineWidthM, layerHeightM, bedM } = given.build.making
  if (process === 'machined') throw badInput('build.making.process', 'machined parts lie on no print plate')
  if (out !== null && !/\.3mf$/i.test(out)) throw badInput('--out', `${out} does not end in .3mf`)
  const input = partsOf(given)
  const printed = partSet(input).filter(({ name }) => !partSpec(name, input)?.metal)
  const meshes = await meshesOf(
    printed.map((p) => p.name),
    input,
  )
  const parts = printed.flatMap(({ name, copies }) => {
    const mesh = meshes.get(name)
    return mesh ? [{ name, copies, mesh }] : []
  })
  const plan = printPlan(parts, {
    process,
    lineMm: lineWidthM * 1000,
    layerMm: layerHeightM * 1000,
    bedMm: bedM * 1000,
  })
  return {
    plates: plan.plates.map(({ on, partsMm3, supportsMm3, seconds }, i) => {
      const file = out === null ? null : plateFile(out, i + 1)
      if (file !== null) {
        const used = [...meshes.values()].filter((m) => on.some((o) => o.name === m.name))
        writeOut(file, to3mf(used, on, `plate ${i + 1} of ${plan.plates.length}`))
      }
      return {
        parts: on.map(({ name, pose }) => ({ part: name, transform: [...pose] })),
        partsM3: partsMm3 / 1e9,
        supportsM3: supportsMm3 / 1e9,
        seconds,
        secondsFrom: TIME_RANGE[0] * seconds,
        secondsTo: TIME_RANGE[1] * seconds,
        file,
      }
    }),
    lying: [...plan.lying].map(([part, { turned, supportedMm2, footMm2 }]) => ({
      part,
      turnedOver: turned,
      supportedM2: supportedMm2 / 1e6,
      onBedM2: footMm2 / 1e6,
    })),
    tooLarge: plan.tooLarge.map(({ name, bedMm }) => ({ part: name, bedM: bedMm / 1000 })),
    notPrinted: partSet(input).flatMap(({ name }) => (partSpec(name, input)?.metal ? [name] : [])),
  }
}
