import type { Manifold } from 'manifold-3d'
import type { Point } from '../blade-outline'
import { nozzleWall } from '../nozzle-outline'
import { outletOutlines, outletReach } from '../outlet-outline'
import { partMeasures, type ImpulsePartsInput } from '../part-shape'
import type { SolidKit } from './toolkit'

const mm = 1000

/** Outline of the insert as (radius, height), inlet and flange at height 0. mm. */
export function insertOutline(input: ImpulsePartsInput): Point[] {
  const m = partMeasures(input)
  const length = m.insertLength
  const bore = nozzleWall(input.nozzle).map(([z, r]): Point => [r * mm, z * mm + m.insertExtra])
  const wall: Point[] = m.insertExtra > 0 ? [[bore[0][0], 0], ...bore] : bore
  const outer: Point[] = [
    [m.insertRadius, length],
    [m.insertRadius, m.insertFlange],
    [m.insertFlangeRadius, m.insertFlange],
    [m.insertFlangeRadius, 0],
  ]
  return [...[...outer].reverse(), ...[...wall].reverse()]
}

/** Body of an insert whose outlet is not a round hole: bore, a cone down to the outlet's reach, and the outlet straight through the end wall. */
function shapedInsert(kit: SolidKit, input: ImpulsePartsInput): Manifold {
  const m = partMeasures(input)
  const { inletBoreM, throatDiameterM, form } = input.nozzle
  const bore = (inletBoreM * mm) / 2
  const reach = outletReach(form, throatDiameterM) * mm
  const [straight, cone, length] = [m.insertStraight, m.insertCone, m.insertLength]
  const outer = kit.turned([
    [0, 0],
    [m.insertFlangeRadius, 0],
    [m.insertFlangeRadius, m.insertFlange],
    [m.insertRadius, m.insertFlange],
    [m.insertRadius, length],
    [0, length],
  ])
  const hollow = kit.turned([
    [0, -1],
    [bore, -1],
    [bore, straight],
    [Math.min(bore, reach), cone],
    [0, cone],
  ])
  const passages = outletOutlines(form, throatDiameterM).map((o) => o.map(([x, y]): Point => [x * mm, y * mm]))
  return kit.cut(outer, [hollow, kit.prism(passages, cone - 0.5, length + 1)])
}

/** Nozzle insert: turned body with its flange on the pressure side and two flats to hold it by. Inlet on z = 0. */
export function nozzleInsertSolid(kit: SolidKit, input: ImpulsePartsInput): Manifold {
  const m = partMeasures(input)
  const flat = m.insertRadius + 0.6
  const side = (x: number) =>
    kit.box([4, 4 * m.insertFlangeRadius, m.insertFlange + 1], [x, -2 * m.insertFlangeRadius, -0.5 - 0.5])
  const body = input.nozzle.form.kind === 'round' ? kit.turned(insertOutline(input)) : shapedInsert(kit, input)
  return kit.cut(body, [side(flat), side(-flat - 4)])
}
