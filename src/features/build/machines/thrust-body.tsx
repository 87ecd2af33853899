import { formatNumber } from '../../../core/units'
import type { MachineOfKind, ThrustPredicted } from '../../../project/document'
import { STABILITY_WORDS } from '../air-words'
import { BodyStation } from '../stations/BodyStation'
import { nozzleStation } from '../stations/nozzle-station'
import { WayStation } from '../stations/WayStation'
import type { MachineView } from './contract'

export const thrustView: MachineView<MachineOfKind<'thrust-body'>, ThrustPredicted> = {
  left: { short: 'push', long: 'Thrust times speed, at top speed' },
  safeTo: false,
  stations: [
    nozzleStation(null),
    {
      id: 'body',
      name: () => 'Body',
      towards: 'what is pushed',
      lines: ({ machine }, { thrust }, shown) => [
        `${shown.text(machine.massKg, 'mass')}, ⌀ ${shown.text(machine.diameterM, 'length')}`,
        `${shown.text(thrust.nozzle.thrustN, 'force')} of push at first`,
        machine.path.kind === 'climb' ? STABILITY_WORDS[thrust.stability.verdict] : 'guided by its track',
      ],
      Workspace: BodyStation,
    },
    {
      id: 'way',
      name: ({ machine }) => (machine.path.kind === 'climb' ? 'Climb' : 'Track'),
      towards: 'how far it goes',
      lines: ({ machine }, { thrust: { flight } }, shown) => {
        const climb = machine.path.kind === 'climb'
        return [
          machine.label || (climb ? 'straight up' : 'track'),
          flight.leaves ? `${formatNumber(flight.distanceM)} m ${climb ? 'high' : 'far'}` : 'it does not leave',
          `${shown.text(flight.topSpeedMPerS, 'speed')} at most`,
        ]
      },
      Workspace: WayStation,
    },
  ],
}
