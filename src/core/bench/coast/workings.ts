import { put, type Working } from '../../working'
import { shapeAt } from './shapes'
import type { CoastReduction } from './types'

export type CoastWorkingId = 'topDrag' | 'topPower' | 'restDrag' | 'inertia'

const RANGE =
  'The air shut and the line empty, no slip between sensor and rotor. In 93 to 97 % of simulated coastings the truth lay within the 95 % band; no drag is said to be known better than 0.3 %, as grease does not drag alike twice (our own estimate).'

/** How each figure of a coasting came about. */
export function coastWorkings(r: CoastReduction): Record<CoastWorkingId, Working> {
  const [a, b, c] = r.law.parameters
  const law = [
    put('a', 'drag that does not change with speed', a, 'N·m'),
    put('b', 'drag with speed', b, 'N·m·s'),
    put('c', 'drag with speed squared', c, 'N·m·s²'),
  ]
  const beside = (w: number) =>
    r.law.shape
      ? [
          put(
            'd',
            r.law.shape.stands
              ? 'what laws of other shapes say beside it'
              : 'drag by laws of other shapes, in its place',
            shapeAt(r.law.shape, r.law.shape.torqueNm, w),
            'N·m',
          ),
        ]
      : []
  const formula = r.law.shape?.stands === false ? 'd' : `a + b·ω + c·ω²${r.law.shape ? ' + d' : ''}`
  const top = put('ω', 'highest speed that it coasted from', r.topRadPerS, 'rad/s')
  const inertia = put('J', 'inertia of all that turns, at the rotor', r.inertia.value, 'kg·m²')
  const braked = r.coasts.some((coast) => coast.braked)
  const shared = {
    source:
      'Angle fitted by J · dω/dt = −(a + b·ω + c·ω²); retardation method; beside it the mean of 36 laws of drag, each by how well it lies (Hoeting and others 1999); uncertainty by JCGM 100',
    range: RANGE,
    origin: 'measured' as const,
  }
  return {
    topDrag: {
      title: 'Drag at the highest speed',
      formula: `M = ${formula}`,
      inputs: [...law, ...beside(r.topRadPerS), top, inertia],
      result: { ...r.topDrag },
      ...shared,
    },
    topPower: {
      title: 'Power that drag takes at the highest speed',
      formula: `P = ω · (${formula})`,
      inputs: [...law, ...beside(r.topRadPerS), top, inertia],
      result: { ...r.topPower },
      ...shared,
    },
    restDrag: {
      title: 'Drag towards rest',
      formula: `${formula} at ω = 0`,
      inputs: [inertia, law[0], ...beside(0)],
      result: { ...r.restDrag },
      ...shared,
    },
    inertia: {
      title: 'Inertia of all that turns',
      formula: braked ? 'J = M / (what M slows)' : 'as the rig and the drawing have it',
      inputs: [put('', braked ? 'inertia by the drawing and the rig' : 'stated', r.stated.value, 'kg·m²')],
      result: { ...r.inertia },
      ...shared,
    },
  }
}
