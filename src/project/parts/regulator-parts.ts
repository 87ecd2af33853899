import { circleArea } from '../../core/flow'
import { fitsFor } from '../../core/geometry'
import type { RegulatorParts } from '../../core/machines'
import type { Build } from '../validation/schema'

/** The most that a source stands at before a regulator, gauge; null for those that need none. */
export function fullSourceGauge({ supply }: Pick<Build, 'supply'>): number | null {
  switch (supply.kind) {
    case 'steady':
    case 'vessel':
      return supply.gaugePressurePa
    case 'compressor':
      return supply.cutOutGaugePressurePa
    default:
      return null
  }
}

/**
 * What the parts of a build's regulator follow from; null where it has none. The spring is for its setting, wherever it
 * is read, with the source full.
 */
export function regulatorInput(build: Pick<Build, 'supply' | 'line' | 'making'>): RegulatorParts | null {
  const r = build.line.regulator
  const source = fullSourceGauge(build)
  if (!r || source === null) return null
  const [pushed, seat] = [circleArea(r.sensingDiameterM), circleArea(r.seatDiameterM)]
  const lift = Math.min(r.greatestLiftM, r.seatDiameterM / 4)
  const springForceN = r.setGaugePressurePa * (pushed - seat) + source * seat + r.springRateNPerM * lift
  const { kind, sensingDiameterM, seatDiameterM, greatestLiftM, springRateNPerM } = r
  return {
    machine: {
      family: 'regulator',
      kind,
      sensingDiameterM,
      seatDiameterM,
      greatestLiftM,
      springRateNPerM,
      springForceN,
    },
    fits: fitsFor(build.making.process),
    connection: build.making.connection,
  }
}
