import type { Hazard } from '../document/hazards'
import type { MachinePredicted } from '../machines/contract'

type Ids = { readonly heat: string; readonly force?: string }

/**
 * What a rig that takes a shaft's power can do to a hand: the most that it turns into heat, and the force at its lever
 * with the shaft held fast. What the machine's kind does not predict is left out.
 * @param leverM from the shaft's middle to where it presses or pulls, over the gear where there is one; null where
 *   nothing presses.
 */
export function holdingHazards(
  { figures }: Pick<MachinePredicted, 'figures'>,
  ids: Ids,
  leverM: number | null,
): Hazard[] {
  const most = (id: string) => figures.find((f) => f.id === id)
  const [power, torque] = [most('bestPowerW'), most('stallTorqueNm')]
  return [
    ...(power
      ? [{ id: ids.heat, kind: 'power' as const, value: power.value, standardUncertainty: power.standardUncertainty }]
      : []),
    ...(torque && ids.force && leverM !== null
      ? [
          {
            id: ids.force,
            kind: 'force' as const,
            value: torque.value / leverM,
            standardUncertainty: torque.standardUncertainty && torque.standardUncertainty / leverM,
          },
        ]
      : []),
  ]
}
