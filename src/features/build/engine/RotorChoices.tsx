'use client'
import type { RotorEngine } from '../../../project/document'
import { ChoiceField, SectionTitle } from '../../../ui'
import type { EngineStationProps } from './engine-props'

const WHERE = [
  { value: 'cover', label: 'a cover' },
  { value: 'wall', label: 'the wall' },
] as const

const deg = Math.PI / 180
/**
 * Where a port goes that changes from cover to wall or back: opening about dead centre, or after the chamber is widest.
 */
const PLACES = {
  intake: { wall: 62 * deg, cover: 18 * deg },
  outlet: { wall: 130 * deg, cover: 140 * deg },
} as const

/** How the ports are made and whether the other lobe is fed: what is no number. */
export function RotorChoices({ build, edit }: Pick<EngineStationProps, 'build' | 'edit'>) {
  const m = build.machine as RotorEngine
  const change = (label: string, recipe: (draft: RotorEngine) => void) =>
    edit(label, (b) => recipe(b.machine as RotorEngine), label)
  const place = (key: 'intake' | 'outlet', where: string) =>
    change(`${key} through ${where}`, (d) => {
      d[key].coverRadiusM = where === 'cover' ? m.radiusM - 1.6 * m.eccentricityM : null
      d[key].angleRad = PLACES[key][where as 'wall' | 'cover']
    })
  return (
    <>
      <SectionTitle>Ports</SectionTitle>
      {(['intake', 'outlet'] as const).map((key) => (
        <ChoiceField
          key={key}
          label={key === 'intake' ? 'Intake through' : 'Outlet through'}
          value={m[key].coverRadiusM === null ? 'wall' : 'cover'}
          choices={WHERE}
          note={key === 'intake' ? 'a cover shuts early: less air; a wall stays open' : undefined}
          onChange={(where) => place(key, where)}
        />
      ))}
      <ChoiceField
        label="Other lobe"
        value={m.tube ? 'fed' : 'breathes'}
        choices={[
          { value: 'fed', label: 'fed by a tube' },
          { value: 'breathes', label: 'only breathes' },
        ]}
        onChange={(v) =>
          change('other lobe', (d) => {
            d.tube = v === 'fed' ? { boreDiameterM: m.intake.diameterM, lengthM: 0.15 } : null
          })
        }
      />
    </>
  )
}
