import {
  placedAt,
  posed,
  put,
  round,
  screw,
  tailLength,
  flangedTail,
  type FedParts,
  type InsertShape,
  type Jet,
  type Placed,
  type Pose,
  type Vec,
} from '../geometry'
import { jetAngles } from './tangential-impulse/layout'
import { mm } from './part-kind'

/** Inserts with their screwed tails round the shaft, the first in its place. */
export function seatedInserts(
  { nozzle, fits, connection }: Pick<FedParts, 'nozzle' | 'fits' | 'connection'>,
  pose: Pose,
): Placed<'nozzle-insert' | 'hose-tail'>[] {
  const t = flangedTail(nozzle, { fits, connection })
  const jet: Vec = [pose[8], pose[9], pose[10]]
  const away: Vec = [-jet[0], -jet[1], -jet[2]]
  const beside: Vec = [pose[4], pose[5], pose[6]]
  const angles = jetAngles(nozzle.count)
  // the tail's own y lies along the insert's, its screws beside the insert
  const tail = posed(placedAt(pose, [0, 0, 0]), away, [-pose[0], -pose[1], -pose[2]])
  const screws = [1, -1].flatMap((side) =>
    round<never>(
      { ...put(screw(t.screw), posed(placedAt(pose, [0, side * t.pitch, -t.flange]), jet, beside)), apart: away },
      angles,
    ),
  )
  return [
    ...round<'nozzle-insert'>({ body: 'nozzle-insert', pose, apart: away }, angles),
    ...round<'hose-tail'>({ body: 'hose-tail', pose: tail, apart: away }, angles),
    ...screws,
  ]
}

/** Their jets. */
export const insertJets = (
  { nozzle, fits, connection }: Pick<FedParts, 'nozzle' | 'fits' | 'connection'>,
  pose: Pose,
  shape: InsertShape,
  free: number,
): Jet[] =>
  round({ body: 'nozzle-insert', pose }, jetAngles(nozzle.count)).map(({ pose: p }) => ({
    exit: placedAt(p, [0, 0, shape.length]),
    direction: [p[8], p[9], p[10]],
    radius: shape.exitRadius,
    free,
    bore: nozzle.form.kind === 'round' ? (nozzle.throatDiameterM * mm) / 2 : 0,
    inside: shape.length + tailLength(flangedTail(nozzle, { fits, connection }).tail) + 5,
  }))
