'use client'
import { Box, Grid } from '@chakra-ui/react'
import type { CoefficientName } from '../../../core/turbine'
import { formatNumber } from '../../../core/units'
import { LIMITS, plainCoefficient } from '../../../project/document'
import { LinkButton, NumberField } from '../../../ui'
import { COEFFICIENT_MEANS, COEFFICIENT_WORDS, ORIGIN_WORDS } from '../coefficient-words'
import type { StationProps } from '../stations/station-props'

/**
 * What no drawing fixes: each uncertain number of the model, where it comes from, and how much of the ± it leaves; the
 * greatest first.
 */
export function CoefficientsView({ build, predicted, edit }: StationProps) {
  const { coefficients } = build.machine
  const rows = predicted.prediction.changes
    .map(({ name, figures }) => ({ name, held: coefficients[name], powerW: Math.abs(figures.bestPowerW) }))
    .sort((a, b) => b.powerW - a.powerW)
  const put = (name: CoefficientName, change: { value?: number; standardUncertainty?: number }, what: string) =>
    edit(
      `${COEFFICIENT_WORDS[name]}${what}`,
      (b) => {
        const own = b.machine.coefficients[name]
        if (own) Object.assign(own, change, { from: 'typed' })
      },
      `coefficient-${name}${what}`,
    )
  return (
    <Box>
      <Box as="p" fontSize="sm" color="mute" mb="3">
        Put in what you know better, with how well you know it: the band of every prediction of this build follows. ± is
        one standard uncertainty; two thirds of all cases lie within it.
      </Box>
      {rows.map(({ name, held, powerW }) =>
        held ? (
          <Box key={name} borderBottomWidth="1px" py="2">
            <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="6">
              <NumberField
                label={COEFFICIENT_WORDS[name]}
                kind="ratio"
                value={held.value}
                limits={LIMITS.coefficient}
                onChange={(value) => put(name, { value }, '')}
              />
              <NumberField
                label={`± of ${COEFFICIENT_WORDS[name]}`}
                kind="ratio"
                value={held.standardUncertainty}
                limits={LIMITS.coefficientUncertainty}
                onChange={(standardUncertainty) => put(name, { standardUncertainty }, ' ±')}
              />
            </Grid>
            <Box fontSize="xs" color="mute">
              {COEFFICIENT_MEANS[name]} {ORIGIN_WORDS[held.from]}; leaves ±{formatNumber(powerW, 2)} W of the best
              power.
              {held.from !== 'default' && (
                <>
                  {' '}
                  <LinkButton
                    onClick={() =>
                      edit(`${COEFFICIENT_WORDS[name]} plain again`, (b) => {
                        b.machine.coefficients[name] = plainCoefficient(build.machine, name)
                      })
                    }
                  >
                    Back to the plain value
                  </LinkButton>
                </>
              )}
            </Box>
          </Box>
        ) : null,
      )}
    </Box>
  )
}
