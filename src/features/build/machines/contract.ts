import type { ComponentType } from 'react'
import type { BuildOf, Machine, MachinePredicted } from '../../../project/document'
import type { Shown } from '../../shared'
import type { LossLook } from '../../air-line'
import type { Common } from '../stations/station-props'

/**
 * One station of a kind's air line behind supply and line: what it is called, what stands under it, and its workspace.
 */
export interface MachineStation<M extends Machine, P extends MachinePredicted> {
  readonly id: string
  name(build: BuildOf<M>, predicted: P): string
  /** What it is left for, from the station before it. */
  readonly towards: string
  lines(build: BuildOf<M>, predicted: P, shown: Shown): readonly [string, string, string]
  readonly Workspace: ComponentType<Common<BuildOf<M>, P>>
}

/** A kind of machine as the build room shows it. */
export interface MachineView<M extends Machine = Machine, P extends MachinePredicted = MachinePredicted> {
  readonly stations: readonly MachineStation<M, P>[]
  /** What is left at the end of its air line. */
  readonly left: { readonly short: string; readonly long: string }
  /** Losses that no other kind has, by their codes. */
  readonly losses?: Readonly<Record<string, LossLook>>
  /** A pressure up to which it may be run is sought, where its state depends on one. */
  readonly safeTo: boolean
}
