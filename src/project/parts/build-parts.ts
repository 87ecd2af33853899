import type { MachineParts } from '../../core/machines'
import { kindOf } from '../machines/registry'
import type { Build, HoleGauge } from '../validation/schema'

/** What the parts of a build follow from, its holes drawn so that they come out as wanted. */
export const partsInput = (build: Pick<Build, 'machine' | 'making'>, gauge?: HoleGauge): MachineParts =>
  kindOf(build).parts(build, gauge)
