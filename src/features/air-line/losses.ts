/** How a loss is called, what it is, and its shade in the ledger: a colour and how much of it. */
export interface LossLook {
  readonly short: string
  readonly long: string
  readonly tone: readonly [color: string, opacity: number]
}

/** Losses that more than one kind of machine has. Shades go from air to iron: the further along the way, the darker. */
const SHARED: Readonly<Record<string, LossLook>> = {
  regulatorW: { short: 'regulator', long: 'Pressure throttled away in the regulator', tone: ['pale', 0.2] },
  lineW: { short: 'hose, couplings', long: 'Pressure lost in hose and couplings', tone: ['pale', 0.35] },
  nozzleW: { short: 'nozzle', long: 'Friction in the nozzle and expansion outside it', tone: ['pale', 0.55] },
  mixingW: { short: 'mixing', long: 'The jet slows as it drags still air along', tone: ['pale', 0.8] },
  spillW: { short: 'spill', long: 'Air that goes past the blades or leaks through gaps', tone: ['pale', 1] },
  passageW: { short: 'passage', long: 'Friction and a wrong angle in blades and stators', tone: ['pipe', 0.55] },
  leavingW: { short: 'leaving', long: 'Speed the air still has when it leaves', tone: ['pipe', 0.8] },
  wakeW: { short: 'wake', long: 'Speed the jet leaves behind in the room', tone: ['pipe', 0.55] },
  ventilationW: { short: 'pumping', long: 'Blades outside the jet pump the casing’s air', tone: ['mute', 0.45] },
  discFrictionW: { short: 'disc', long: 'Friction of the disc’s faces', tone: ['mute', 0.7] },
  rubbingW: { short: 'rubbing', long: 'Vanes, seal or point that slide', tone: ['mute', 0.85] },
  bearingW: { short: 'bearings', long: 'Friction of the bearings', tone: ['mute', 0.95] },
}

export type Losses = Readonly<Record<string, LossLook>>

/** A loss by its code, of this kind or of all; by its code alone where nobody named it. */
export const lossLook = (id: string, own: Losses = {}): LossLook =>
  own[id] ?? SHARED[id] ?? { short: id, long: id, tone: ['mute', 0.6] }
