import type { z } from 'zod'
import { dragAt, dragUncertainty, reduceCoast, REPEATS } from '../../src/core/bench'
import { mapTrace, traceRoles, type Table } from '../../src/project/recording'
import { repairWords } from '../../src/words'
import type { reduceVerbInput } from '../bench-schemas'
import { badInput } from '../fault'
import { noteSentence } from '../notes'
import { mappingFrom } from './mapping'

type Input = Extract<z.infer<typeof reduceVerbInput>, { method: 'coast' }>

/** Points of the curve. */
const STEPS = 40

/** Drag over speed from coasting down; the inertia where a known torque was on in some of it. */
export function coastOf({ rig, settings, ...input }: Input, table: Table) {
  const mapped = mapTrace(
    table,
    mappingFrom(table, traceRoles(rig.signal), input.mapping),
    rig,
    input.roomPressurePaAbs,
  )
  if (!mapped.ok) throw badInput('mapping', mapped.message)
  const { inertiaKgM2, brake } = rig
  const r = reduceCoast(
    mapped.trace,
    {
      inertiaKgM2: typeof inertiaKgM2 === 'number' ? { value: inertiaKgM2, standardUncertainty: 0 } : inertiaKgM2,
      brake,
    },
    settings?.coast ? { coast: settings.coast } : {},
  )
  const [a, b, c] = r.law.parameters
  const sigma = (i: number) => Math.sqrt(r.law.covariance[i][i])
  const speedRadPerS = Array.from({ length: STEPS + 1 }, (_, i) => (r.topRadPerS * i) / STEPS)
  const dragNm = speedRadPerS.map((w) => dragAt(r.law, w))
  return {
    figures: {
      topDrag: r.topDrag,
      topPower: r.topPower,
      restDrag: r.restDrag,
      inertia: r.inertia,
      dragCoulomb: { value: a, standardUncertainty: sigma(0), unit: 'N·m' },
      dragLinear: { value: b, standardUncertainty: sigma(1), unit: 'N·m·s' },
      dragQuadratic: { value: c, standardUncertainty: sigma(2), unit: 'N·m·s²' },
    },
    curve: {
      speedRadPerS,
      dragNm,
      dragStandardUncertaintyNm: speedRadPerS.map((w, i) =>
        Math.hypot(dragUncertainty(r.law, w), r.sharedRelativeUncertainty * dragNm[i], REPEATS * dragNm[i]),
      ),
    },
    topRadPerS: r.topRadPerS,
    leastRadPerS: r.leastRadPerS,
    coasts: r.coasts.map((coast) => ({ ...coast })),
    repairs: r.repairs.map((repair) => ({ ...repair, message: repairWords(repair) })),
    notes: [...table.notes, ...r.notes].map(noteSentence),
  }
}
