import { LIMITS } from '../../../project/document'
import { NumberField } from '../../../ui'

/** What a vessel that is emptied holds, and how well that is known. */
export function VesselFields({
  label,
  rig,
  onVolume,
  onUncertainty,
}: {
  readonly label: string
  readonly rig: { readonly volumeM3: number; readonly volumeRelativeUncertainty: number }
  readonly onVolume: (volumeM3: number) => void
  readonly onUncertainty: (share: number) => void
}) {
  return (
    <>
      <NumberField
        label={label}
        kind="volume"
        value={rig.volumeM3}
        limits={LIMITS.tankVolumeM3}
        note="hose up to the valve counts; weigh it empty and full of water"
        onChange={onVolume}
      />
      <NumberField
        label="known to ±"
        kind="share"
        value={rig.volumeRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        onChange={onUncertainty}
      />
    </>
  )
}
