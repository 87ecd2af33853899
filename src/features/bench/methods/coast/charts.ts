import { dragAt, dragUncertainty, REPEATS, type CoastReduction } from '../../../../core/bench'
import { COVERAGE_95 } from '../../../../core/statistics'
import { inRpm } from '../../../../core/units'
import type { MachinePredicted } from '../../../../project/document'
import type { CurveChartProps } from '../../../../ui'
import type { Shown } from '../../../shared'

const STEPS = 40

/**
 * Drag that is foreseen with the air on: what the blades give over what the shaft does; none where the kind tells no
 * torque of its blades.
 */
export function foreseenDrag(predicted: MachinePredicted | null): { readonly w: number; readonly dragNm: number }[] {
  const over = predicted?.overSpeed
  const [shaft, blades] = ['torque', 'bladeTorque'].map((id) => over?.lines.find((l) => l.id === id)?.values)
  return over && shaft && blades ? over.over.map((w, i) => ({ w, dragNm: blades[i] - shaft[i] })) : []
}

/** Drag over speed: windows of every coasting, the law through them with its band, and what was foreseen. */
export function dragChart(r: CoastReduction, predicted: MachinePredicted | null, shown: Shown): CurveChartProps {
  const t = (nm: number) => shown.number(nm, 'torque')
  const grid = Array.from({ length: STEPS + 1 }, (_, i) => (r.topRadPerS * i) / STEPS)
  const foreseen = foreseenDrag(predicted).filter(({ w }) => w <= 1.05 * r.topRadPerS)
  const braked = r.coasts.some((c) => c.braked)
  const dots = (on: boolean) =>
    r.points
      .filter((p) => r.coasts[p.coast].braked === on)
      .map((p) => ({ x: inRpm(p.speedRadPerS), y: t(p.torqueNm), e: 2 * t(p.uncertaintyNm) }))
  return {
    label: 'Drag over speed',
    xLabel: 'rotor speed, rpm',
    xDomain: [0, inRpm(r.topRadPerS)],
    left: { label: shown.unit('torque').label, domain: [0, 'auto'] },
    lines: [
      {
        id: 'law',
        name: 'drag measured, band 95 %',
        tone: 'petrol',
        predicted: false,
        axis: 'left',
        points: grid.map((w) => {
          const drag = dragAt(r.law, w)
          const half =
            COVERAGE_95 * Math.hypot(dragUncertainty(r.law, w), r.sharedRelativeUncertainty * drag, REPEATS * drag)
          return { x: inRpm(w), y: t(drag), lo: t(drag - half), hi: t(drag + half) }
        }),
      },
      ...(foreseen.length > 0
        ? [
            {
              id: 'foreseen',
              name: 'predicted, air on',
              tone: 'copper' as const,
              predicted: true,
              axis: 'left' as const,
              points: foreseen.map(({ w, dragNm }) => ({ x: inRpm(w), y: t(dragNm) })),
            },
          ]
        : []),
    ],
    dots: [
      { id: 'free', name: 'read, left to itself', tone: 'ink', axis: 'left', shape: 'square', points: dots(false) },
      ...(braked
        ? [
            {
              id: 'braked',
              name: 'read, known torque on',
              tone: 'mute' as const,
              axis: 'left' as const,
              shape: 'circle' as const,
              points: dots(true),
            },
          ]
        : []),
    ],
    height: 260,
  }
}
