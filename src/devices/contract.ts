/** A device that sends lines of readings, however it is reached. */
export interface BenchLink {
  /** What the maker calls it by. */
  readonly name: string
  /** Opens it, or opens it again after it was lost. @throws LinkError where nothing answers. */
  open(ended: AbortSignal): Promise<ReadableStream<Uint8Array>>
}

/** Why a device could not be reached, and what to do. */
export class LinkError extends Error {
  constructor(
    message: string,
    readonly nextStep: string,
    /** Trying again by itself has no sense. */
    readonly lasting = false,
  ) {
    super(message)
  }
}
