import type { FedMachine, MachinePredicted } from '../../../project/document'
import { FORM_WORDS } from '../../../project/compare'
import { REGIME_WORDS } from '../air-words'
import type { MachineStation } from '../machines/contract'
import { NozzleStation } from './NozzleStation'
import type { NozzleStationProps } from './station-props'

/** What the angle and the gap of a feed mean; null for an opening that has neither. */
export interface FeedLook {
  readonly angleLabel: string
  readonly gapped: boolean
}

/** The station of any machine that takes its air through nozzles. */
export const nozzleStation = <M extends FedMachine, P extends MachinePredicted>(
  feed: FeedLook | null,
): MachineStation<M, P> => ({
  id: 'nozzle',
  name: () => 'Nozzle',
  towards: 'size the nozzle to what the supply keeps up',
  lines: ({ machine }, { nozzle }, shown) => {
    const { exitDiameterM, throatDiameterM, count, form } = machine.nozzle
    const convergent = exitDiameterM <= throatDiameterM * (1 + 1e-9)
    const words = form.kind === 'round' ? (convergent ? 'convergent' : 'convergent–divergent') : FORM_WORDS[form.kind]
    return [
      `${count > 1 ? `${count} × ` : ''}${words} ${shown.text(throatDiameterM, 'length')}`,
      `${shown.text(nozzle.jetSpeedMPerS, 'speed')} jet · ${REGIME_WORDS[nozzle.regime]}`,
      `${shown.text(nozzle.exitTemperatureK, 'temperature')} at the exit`,
    ]
  },
  Workspace: (props) => <NozzleStation {...(props as unknown as NozzleStationProps)} feed={feed} />,
})
