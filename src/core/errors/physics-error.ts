/** A model was asked outside what it can answer. `nextStep` tells the maker what to do. */
export interface ErrorDetail {
  readonly code: string
  readonly message: string
  readonly nextStep: string
  readonly values?: Readonly<Record<string, number | string>>
}

export class PhysicsError extends Error {
  readonly detail: ErrorDetail
  constructor(detail: ErrorDetail) {
    super(detail.message)
    this.name = 'PhysicsError'
    this.detail = detail
  }
}
