import type { ChainLoss } from '../../core/prediction'

/** What makers call each loss, and what it is. */
export const LOSS_NAMES: Readonly<Record<ChainLoss, { readonly short: string; readonly long: string }>> = {
  regulatorW: { short: 'regulator', long: 'Pressure throttled away in the regulator' },
  lineW: { short: 'hose, couplings', long: 'Pressure lost in hose and couplings' },
  wakeW: { short: 'wake', long: 'Speed the jet leaves behind in the room' },
  nozzleW: { short: 'nozzle', long: 'Friction in the nozzle and expansion outside it' },
  mixingW: { short: 'mixing', long: 'The jet slows as it drags still air along' },
  spillW: { short: 'spill', long: 'Air that goes past the blades or leaks through gaps' },
  passageW: { short: 'passage', long: 'Friction and a wrong angle in blades and stators' },
  leavingW: { short: 'leaving', long: 'Speed the air still has when it leaves' },
  ventilationW: { short: 'pumping', long: 'Blades outside the jet pump the casing’s air' },
  discFrictionW: { short: 'disc', long: 'Friction of the disc’s faces' },
  rubbingW: { short: 'rubbing', long: 'Vanes, seal or point that slide' },
  bearingW: { short: 'bearings', long: 'Friction of the bearings' },
}
