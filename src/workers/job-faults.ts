import { PhysicsError } from '../core/errors'
import { InputFault } from '../project/measuring/input-fault'
import type { JobFault } from './job-client'

/** The worker was asked for a recording by name and no longer holds it. */
export const RECORDING_WANTED = 'RECORDING_WANTED'
export class RecordingWanted extends Error {}

/** Any thrown thing as plain data. */
export function faultOf(error: unknown): JobFault {
  if (error instanceof PhysicsError)
    return { code: error.detail.code, message: error.detail.message, nextStep: error.detail.nextStep }
  if (error instanceof RecordingWanted)
    return { code: RECORDING_WANTED, message: 'The recording is wanted.', nextStep: '' }
  if (error instanceof InputFault) return { code: 'INPUT', message: error.message, nextStep: '' }
  return {
    code: 'UNEXPECTED',
    message: error instanceof Error ? error.message : String(error),
    nextStep: 'Please keep the file and the build: this should not happen.',
  }
}
