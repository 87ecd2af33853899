import { FAMILIES } from '../../core/machines'
import type { Build, FedBuild, ThrustBuild, TurbineBuild } from '../validation/schema'

const rotating = new Set<string>(FAMILIES)

/** A build whose machine is of a family of rotating machines. */
export const isTurbine = (build: Build): build is TurbineBuild => rotating.has(build.machine.family)
/** A build whose air passes nozzles or an opening of its own. */
export const isFed = (build: Build): build is FedBuild => 'nozzle' in build.machine
/** The test print whose correction a machine’s holes are made with. */
export const gaugeIdOf = ({ machine }: Pick<Build, 'machine'>): string | null =>
  'nozzle' in machine ? machine.nozzle.gaugeId : null
export const isThrust = (build: Build): build is ThrustBuild => build.machine.family === 'thrust-body'
