import { PhysicsError } from '../core/errors'
import type { JobFault } from './job-client'

/** A fault of a maker's input, thrown inside a handler. */
export class InputFault extends Error {}

/** Any thrown thing as plain data. */
export function faultOf(error: unknown): JobFault {
  if (error instanceof PhysicsError)
    return { code: error.detail.code, message: error.detail.message, nextStep: error.detail.nextStep }
  if (error instanceof InputFault) return { code: 'INPUT', message: error.message, nextStep: '' }
  return {
    code: 'UNEXPECTED',
    message: error instanceof Error ? error.message : String(error),
    nextStep: 'Please keep the file and the build: this should not happen.',
  }
}
