'use client'
import { memo } from 'react'
import type { CompressorBalance } from '../../../../core/turbine'
import type { BuildOf, MachineOfKind } from '../../../../project/document'
import { color } from '../../../../ui'
import type { Shown } from '../../../shared'
import { Drawing, H, Legend, pathOf } from './frame'

type Driven = MachineOfKind<'turbine-compressor'>

/** The impeller's face to scale, blades as log spirals that end at their backsweep. */
export const ImpellerFace = memo(function ImpellerFace({
  build,
  balance,
  shown,
}: {
  build: BuildOf<Driven>
  balance: CompressorBalance | null
  shown: Shown
}) {
  const { impeller, deliveryDiameterM } = build.machine
  const scale = (H - 24) / (2 * impeller.tipRadiusM)
  const [cx, cy] = [H / 2 + 30, H / 2]
  const eye = impeller.eyeRadiusM
  const blade = (i: number) =>
    pathOf(
      Array.from({ length: 17 }, (_, k): [number, number] => {
        const r = eye + ((impeller.tipRadiusM - eye) * k) / 16
        const a = (2 * Math.PI * i) / impeller.blades - Math.tan(impeller.backsweepRad) * Math.log(r / eye)
        return [cx + r * scale * Math.cos(a), cy + r * scale * Math.sin(a)]
      }),
      false,
    )
  return (
    <Drawing
      label={`Impeller ${shown.text(2 * impeller.tipRadiusM, 'length')} across with ${impeller.blades} blades swept back ${((impeller.backsweepRad * 180) / Math.PI).toFixed(0)}°, eye ${shown.text(2 * eye, 'length')}`}
    >
      <circle
        cx={cx}
        cy={cy}
        r={impeller.tipRadiusM * scale}
        fill={color('field')}
        stroke={color('ink')}
        strokeWidth="1.3"
      />
      {Array.from({ length: impeller.blades }, (_, i) => (
        <path key={i} d={blade(i)} fill="none" stroke={color('ink')} strokeWidth="2.4" />
      ))}
      <circle cx={cx} cy={cy} r={eye * scale} fill={color('pale')} fillOpacity="0.7" stroke={color('ink')} />
      <circle cx={cx} cy={cy} r={(build.machine.shaft.diameterM / 2) * scale} fill={color('mute')} />
      <Legend
        x={cx + impeller.tipRadiusM * scale + 34}
        y={34}
        lines={[
          `tip ⌀ ${shown.text(2 * impeller.tipRadiusM, 'length')}, eye ⌀ ${shown.text(2 * eye, 'length')}`,
          `${impeller.stages === 2 ? 'two stages' : 'one stage'}, ${shown.text(impeller.tipWidthM, 'length')} wide at the tip`,
          `out through ⌀ ${shown.text(deliveryDiameterM, 'length')}`,
          ...(balance && !balance.stalled
            ? [
                '',
                'where turbine and impeller balance, predicted:',
                `${shown.text(balance.speedRadPerS, 'rotation')}, tips at ${shown.text(balance.tipSpeedMPerS, 'speed')}`,
                `pressure ratio ${balance.pressureRatio.toFixed(3)}, ${shown.text(balance.deliveredKgPerS, 'massFlow')} delivered`,
                `leaks back ${shown.text(balance.leakKgPerS, 'massFlow')} at the first stage`,
                `leaves at ${shown.text(balance.temperatureK, 'temperature')}`,
              ]
            : ['', 'the turbine cannot turn it']),
        ]}
      />
    </Drawing>
  )
})
