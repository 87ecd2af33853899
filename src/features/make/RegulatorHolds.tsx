import { partWords, regulatorHolds } from '../../core/machines'
import { LEAST_STRESS_MARGIN } from '../../core/safety'
import { formatNumber } from '../../core/units'
import { kindOf, type Build } from '../../project/document'
import { fullSourceGauge, regulatorInput } from '../../project/parts/regulator-parts'
import { Advice, Figure, SectionTitle } from '../../ui'
import { useShown } from '../shared'

/** What a print is taken for where its machine says nothing. */
const UNKNOWN = { materialId: 'petg', infill: 1, loadedAcrossLayers: true } as const

/** Whether the parts of a regulator stand the source's whole pressure. */
export function RegulatorHolds({ build }: { readonly build: Build }) {
  const shown = useShown()
  const input = regulatorInput(build)
  const source = fullSourceGauge(build)
  if (!input || source === null) return null
  const print = kindOf(build).print?.(build.machine) ?? UNKNOWN
  const { margin, governing, screwN } = regulatorHolds(input, print, source)
  const low = margin < LEAST_STRESS_MARGIN.ease
  return (
    <>
      <SectionTitle first>Holds it?</SectionTitle>
      <Figure
        label="Margin, should its valve stick"
        origin="predicted"
        value={formatNumber(margin, 2)}
        unit="×"
        warn={low}
        sub={`${partWords(governing).name.toLowerCase()}, at ${shown.text(source, 'gaugePressure')}; give or take a third`}
      />
      <Figure
        label="Main spring, at most"
        origin="predicted"
        {...shown.parts(input.machine.springForceN, 'force')}
        sub="at the setting, with the source full"
      />
      <Figure label="On each screw, at most" origin="predicted" {...shown.parts(screwN, 'force')} />
      <Advice tone="warn" title={low ? 'Do not put air on it' : 'Water first'}>
        {low
          ? 'Less than four times what it would see: a print gives way without warning. A smaller piston or diaphragm, a lower source, thicker walls, metal. '
          : ''}
        Test it with water behind a shield, to half as much again as the source ever gives. A relief valve behind it is
        part of it. Your source’s maker and local rules come before this page.
      </Advice>
    </>
  )
}
