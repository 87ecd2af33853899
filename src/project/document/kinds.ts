import { FAMILIES } from '../../core/machines'
import type { Build, ThrustBuild, TurbineBuild } from '../validation/schema'

const rotating = new Set<string>(FAMILIES)

/** A build whose machine is of a family of rotating machines. */
export const isTurbine = (build: Build): build is TurbineBuild => rotating.has(build.machine.family)
export const isThrust = (build: Build): build is ThrustBuild => build.machine.family === 'thrust-body'
