'use client'
import type { Display } from '../../project/document'
import { useProject, useStore } from '../../store'
import { ChoiceField, NumberField, SectionTitle } from '../../ui'
import Dialog from '../../ui/Dialog'
import { LIMITS } from '../../project/document'

const CHOICES: { key: keyof Display; label: string; values: string[] }[] = [
  { key: 'pressure', label: 'Pressure', values: ['kPa', 'bar', 'psi'] },
  { key: 'length', label: 'Length', values: ['mm', 'in'] },
  { key: 'temperature', label: 'Temperature', values: ['°C', '°F'] },
  { key: 'force', label: 'Force', values: ['N', 'gf', 'lbf'] },
  { key: 'power', label: 'Power', values: ['W', 'hp'] },
  { key: 'freeAir', label: 'Free air', values: ['L/min', 'SCFM'] },
]

/** Units shown, and the room the machine stands in. Any unit can be typed in any field whatever is chosen here. */
export default function UnitsDialog({ onClose }: { onClose: () => void }) {
  const store = useStore()
  const { display, ambient } = useProject()
  return (
    <Dialog title="Units and room" open onClose={onClose}>
      <p>Any unit may be typed in any field, whatever is shown: 60 psi, 1/16 in, #52 drill.</p>
      <SectionTitle>Units shown</SectionTitle>
      {CHOICES.map(({ key, label, values }) => (
        <ChoiceField
          key={key}
          label={label}
          value={display[key]}
          choices={values.map((value) => ({ value: value as Display[typeof key], label: value }))}
          onChange={(value) =>
            store.change(`unit of ${label.toLowerCase()}`, (p) => {
              Object.assign(p.display, { [key]: value })
            })
          }
        />
      ))}
      <SectionTitle>The room</SectionTitle>
      <NumberField
        label="Room pressure"
        kind="absolutePressure"
        unit={display.pressure}
        suffix="abs"
        value={ambient.absolutePressurePa}
        limits={LIMITS.ambientPressurePa}
        onChange={(v) => store.change('room pressure', (p) => void (p.ambient.absolutePressurePa = v), 'ambient-p')}
      />
      <NumberField
        label="Room temperature"
        kind="temperature"
        unit={display.temperature}
        value={ambient.temperatureK}
        limits={LIMITS.ambientTemperatureK}
        onChange={(v) => store.change('room temperature', (p) => void (p.ambient.temperatureK = v), 'ambient-t')}
      />
      <NumberField
        label="Room humidity, relative"
        kind="share"
        value={ambient.relativeHumidity}
        limits={LIMITS.relativeHumidity}
        onChange={(v) => store.change('room humidity', (p) => void (p.ambient.relativeHumidity = v), 'ambient-h')}
      />
    </Dialog>
  )
}
