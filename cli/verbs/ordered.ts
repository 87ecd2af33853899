import type { z } from 'zod'
import {
  BRAKE_ROLES,
  DROOP_ROLES,
  GENERATOR_ROLES,
  LIFT_ROLES,
  ROPE_ROLES,
  RUN_DOWN_ROLES,
  TANK_ROLES,
  inTime,
  traceRoles,
  type Role,
  type Table,
} from '../../src/project/recording'
import type { reduceVerbInput } from '../bench-schemas'
import { mappingFrom } from './mapping'
import { plateRoles } from './reduce-plate'

type Input = z.infer<typeof reduceVerbInput>

/** The columns that a method reads; none where three that agree are three counts. */
function rolesOf(input: Input, table: Table): readonly Role[] {
  switch (input.method) {
    case 'inertia':
    case 'coast':
    case 'pulses':
      return traceRoles(input.rig.signal)
    case 'thrust':
      return traceRoles('force')
    case 'jet-plate':
      return plateRoles(table)
    case 'brake':
      return BRAKE_ROLES
    case 'generator':
      return GENERATOR_ROLES
    case 'rope':
      return input.rig.does === 'rubs' ? ROPE_ROLES : LIFT_ROLES
    case 'run-down':
      return RUN_DOWN_ROLES
    case 'droop':
      return DROOP_ROLES
    case 'tank-decay':
      return TANK_ROLES
    case 'frames':
      return []
  }
}

/** A table in the order of its time, its copied rows left out. */
export function ordered(input: Input, table: Table): Table {
  const roles = rolesOf(input, table)
  return roles.length === 0 ? table : inTime(table, mappingFrom(table, roles, input.mapping), roles)
}
