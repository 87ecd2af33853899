import type { Finding } from '../core/gates'
import { rangeParts } from './figures'
import { capital, digits, q, rpmWords, timesWords } from './tokens'

/** What a finding says: what was found, why it matters, what would mend it. Quantities are tokens. */
export interface FindingWords {
  readonly what: string
  readonly why: string
  readonly mend: string
}

/** Values come as they were found; each finding knows which are numbers and which are words. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Sentences = (values: any, finding: Finding) => FindingWords

const WRONG_FIGURE =
  'A figure of the rig or a column is read wrongly: nothing of this run can be judged until it is mended.'
const FIT_FIELDS: Readonly<Record<string, string>> = {
  'counts-per-turn': 'counts a turn',
  'speed-unit': 'unit of the speed column',
}
const fitWords = ({ fitField, fitValue, fitNow }: { fitField: string | null; fitValue: unknown; fitNow: unknown }) =>
  fitField
    ? `${fitValue} instead of ${fitNow} ${FIT_FIELDS[fitField]} would fit what was expected. Look at the rig and at how the columns are read.`
    : 'Look at the counts a turn, the gear ratio, the flywheel and the columns that were mapped.'
const WHEEL_MEND = 'A smaller wheel, a gear that turns it slower, or a lower pressure.'
const atTop = (speedRadPerS: number) => `At the ${rpmWords(speedRadPerS)} that this run can bring it to, the flywheel`

/** Of machines: strength, shaft, bearings, fit. */
const MACHINES: Readonly<Record<string, Sentences>> = {
  burst: ({ freeRadPerS, governing, margin, speedMargin }, { state }) => ({
    what: `At its free speed of ${rpmWords(freeRadPerS)} the ${governing} is at 1/${timesWords(margin)} of its strength (${timesWords(speedMargin)}× in speed).`,
    why:
      state === 'do not run'
        ? 'A print varies by a quarter in strength: it may burst on the first run.'
        : 'A flaw or warm air can eat this margin.',
    mend: 'Lower the pressure, make the rotor smaller or thicker at the bore, or print it solid in a stronger material.',
  }),
  critical: ({ criticalRadPerS, freeRadPerS }) => ({
    what: `The shaft’s first critical speed is ${rpmWords(criticalRadPerS)} with stiff bearings; the free speed is ${rpmWords(freeRadPerS)}.`,
    why: 'Near it the shaft bows and whips; a printed housing lowers it by up to a third.',
    mend: 'A thicker shaft, bearings closer to the rotor, or a lighter rotor.',
  }),
  overhang: ({ spanM }) => ({
    what: `The rotor overhangs by more than the ${q('length', spanM)} between the bearings.`,
    why: 'The near bearing carries more than twice the load and the shaft swings.',
    mend: 'Move the bearings apart or the rotor closer.',
  }),
  'bearing-load': ({ loadN, share }) => ({
    what: `The harder worked bearing carries ${q('force', loadN)}, ${timesWords(share)} of what its class stands at rest.`,
    why: 'Balls dent their tracks; it runs rough and hot.',
    mend: 'A larger bearing class, less side pull, better balance.',
  }),
  bearing: ({ freeRadPerS, share, classId }) => ({
    what: `Free speed ${rpmWords(freeRadPerS)} is ${timesWords(share)}× the limit of bearing class ${classId}.`,
    why: 'Past its limit a bearing heats, loses grease and can seize.',
    mend: 'Choose a smaller bearing class, or never let it run free.',
  }),
  'engine-stands': ({ pushes }) => ({
    what: pushes
      ? 'It does not keep turning with this load at this pressure.'
      : 'At no angle does its air push harder than its friction holds.',
    why: 'Each turn must give what friction and load take, and carry it over the places where nothing pushes.',
    mend: 'More pressure, less load, a heavier flywheel, a longer pin or earlier admission, less squeezing of what stays.',
  }),
  'engine-wall': ({ margin }, { state }) => ({
    what: `The greatest pressure loads the cylinder’s wall to 1/${timesWords(margin)} of its strength.`,
    why:
      state === 'do not run'
        ? 'A print varies by a quarter in strength and fails along its layers without warning: it may burst.'
        : 'A flaw, a thread or warm air can eat this margin.',
    mend: 'A thicker wall, a metal tube, less pressure; print it so that the layers lie along the pull.',
  }),
  'engine-tips': ({ speedMPerS }, { state }) => ({
    what: `The tips rub along the wall at ${q('speed', speedMPerS)}.`,
    why:
      state === 'do not run'
        ? 'Plastic melts at such a speed within seconds, and a rotor that seizes breaks its gears.'
        : 'Plastic on plastic warms and wears above some 6 m/s (common practice).',
    mend: 'A regulator at lower pressure, more load, bars of acetal with a trace of grease, short runs.',
  }),
  'engine-ball': ({ share, lateRad, open, struck }) => ({
    what: open
      ? `The ball does not come down before its pin is there again: ${digits(100 * share)} % of the air comes in without it.`
      : `The ball shuts ${digits((Number(lateRad) * 180) / Math.PI)}° after its pin has gone; ${digits(100 * share)} % of the air comes in then.`,
    why: `The pin throws it up${struck ? ' as far as the cap' : ''}, and its weight keeps it there. More air goes in than the pin was cut for.`,
    mend: 'A spring behind it, a lighter ball, a smaller seat, less speed.',
  }),
  'engine-uneven': () => ({
    what: 'No turn is as the last: its balls shut at another place each time.',
    why: 'What is told is the mean of many turns, known to some five per cent at best (estimate).',
    mend: 'A spring strong enough to shut the ball with its pin.',
  }),
  'engine-squeezed': ({ peakPa, supplyPa }) => ({
    what: `What stays in the cylinder is squeezed to ${q('absolutePressure', peakPa)}, above the ${q('absolutePressure', supplyPa)} that feed it.`,
    why: 'The piston pumps against it, and some goes back through the valve.',
    mend: 'More room at the top, ports that open earlier, less exhaust lap.',
  }),
  'engine-leaks': ({ share }) => ({
    what: `${digits(100 * share)} % of its air goes past the seals.`,
    why: 'It does no work on its way, and a second cylinder doubles it.',
    mend: 'A fresh o-ring or ring, a rounder and smoother bore, a longer guide round the rod.',
  }),
  'engine-cold': ({ temperatureK }) => ({
    what: `The air falls to ${q('temperature', temperatureK)} in the cylinder.`,
    why: 'Its moisture can freeze at the ports, and grease stiffens.',
    mend: 'Dry air, thin oil, a rest between runs.',
  }),
  'one-bearing': () => ({
    what: 'One bearing holds the rotor.',
    why: 'An overhung rotor on one bearing wobbles until it breaks (common practice).',
    mend: 'Support the shaft in two bearings.',
  }),
  outlets: ({ share }) => ({
    what:
      share >= 1
        ? 'The housing’s outlets keep back all of the pressure.'
        : `The housing’s outlets keep back about ${Math.round(100 * share)} % of the pressure.`,
    why: 'What stands behind the rotor is lost before it; the prediction does not have it.',
    mend: 'Slots in place of holes, a wider outlet (a larger inner radius, more open area), or fewer grams of air.',
  }),
  bed: ({ acrossM, bedM }) => ({
    what: `Its largest part is ${q('length', acrossM)} across; the bed is ${q('length', bedM)}.`,
    why: 'It cannot be printed in one piece.',
    mend: 'Make it smaller, or set the bed’s size where parts are made.',
  }),
  'parts-span': ({ spanM, partsM }) => ({
    what: `The printable parts put the bearings ${q('length', partsM)} apart, not ${q('length', spanM)}.`,
    why: 'Between them the rotor, its hub and what clamps it need that room; the critical speed is reckoned with the build’s number.',
    mend: `Set “Between the bearings” to ${q('length', partsM)}.`,
  }),
  'parts-overhang': ({ overhangM, partsM }) => ({
    what:
      partsM === 0
        ? `The printable parts carry the rotor between its bearings, not ${q('length', overhangM)} beyond them.`
        : `The printable parts let the rotor hang over by ${q('length', partsM)}, not ${q('length', overhangM)}.`,
    why: 'Loads and critical speed are reckoned with the build’s number.',
    mend: `Set “Rotor overhangs by” to ${q('length', partsM)}.`,
  }),
  'parts-gap': ({ gapM, partsM }) => ({
    what: `The printable parts keep ${q('length', partsM)} between nozzle and blades along the jet, not ${q('length', gapM)}.`,
    why: 'Nearer, the insert would touch what turns.',
    mend: `Set the nozzle’s gap to ${q('length', partsM)}, or give the jet another angle.`,
  }),
  'parts-open': ({ statedShare, partsShare }) => ({
    what: `The printable discs leave ${Math.floor(100 * partsShare)} % of the outlet’s circle open, not ${Math.round(100 * statedShare)} %.`,
    why: 'Hub, spacers, key and webs take the rest; the prediction is reckoned with the build’s number, and the air leaves faster than it says.',
    mend: `Set “Open share of the outlet” to at most ${Math.floor(100 * partsShare)} %, or the outlet’s radius larger.`,
  }),
  'parts-hub': ({ hubM, partsM }) => ({
    what: `The printable rotor sits on a sleeve of ${q('length', partsM)} radius, not ${q('length', hubM)}.`,
    why: 'Nothing thinner is left of the metal between it and the shaft.',
    mend: `Set the hub’s radius to ${q('length', partsM)}, or take a thinner shaft.`,
  }),
  gap: ({ of, gapM, process, asMadeM, workedM }, { state }) => ({
    what: `${capital(of)} is ${q('length', gapM)}; ${process} keeps ${q('length', asMadeM)} as it comes, ${q('length', workedM)} worked over by hand.`,
    why:
      state === 'watch'
        ? 'It will touch, or it will not be what is reckoned with here.'
        : 'It has to be sanded or lapped to fit.',
    mend: 'Draw the gap that the process keeps, and see what the leak costs.',
  }),
}

/** Of the air: source, vessel, warmth, ice. */
const AIR: Readonly<Record<string, Sentences>> = {
  starved: ({ wantedGaugePa, gaugePa }) => ({
    what: `The compressor cannot hold ${q('gaugePressure', wantedGaugePa)}: it settles at ${q('gaugePressure', gaugePa)}.`,
    why: 'Runs taken while the pressure sags cannot be compared.',
    mend: 'Use a smaller throat or a lower setting.',
  }),
  setting: ({ above, setGaugePa, gaugePa }) =>
    above === 'cut-out'
      ? {
          what: 'The regulator is set above the compressor’s cut-out.',
          why: 'The tank never reaches that pressure.',
          mend: 'Set the regulator below the cut-in.',
        }
      : {
          what: `The regulator is set to ${q('gaugePressure', setGaugePa)}, the supply has ${q('gaugePressure', gaugePa)}: it stands wide open.`,
          why: 'It then only hinders the air.',
          mend: 'Set it lower, or take it out.',
        },
  vessel: ({ gaugePa, ratedGaugePa }) =>
    ratedGaugePa === null
      ? {
          what: 'No pressure limit is given for the vessel.',
          why: 'Nobody can tell how far it is from bursting; bottles are made for drinks, not for this.',
          mend: 'Find the limit its maker states and fill it in. Local codes may ask for more.',
        }
      : {
          what: `The vessel is pumped to ${q('gaugePressure', gaugePa)}; ${q('gaugePressure', ratedGaugePa)} is written on it.`,
          why: 'A vessel past its maker’s limit can burst, with all it holds.',
          mend: 'Pump it less, or use one made for the pressure. Its maker’s limit and local codes decide.',
        },
  warm: ({ temperatureK, material, softeningK }) => ({
    what: `The air comes at ${q('temperature', temperatureK)}; ${material} softens near ${q('temperature', softeningK)}.`,
    why: 'Warm air from the compressor softens prints under load.',
    mend: 'Cool the air in a coil or choose a material that stands it.',
  }),
  ice: ({ dewPointK }) => ({
    what: 'The jet leaves below freezing.',
    why: `The room’s dew point is ${q('temperature', dewPointK)}: its moisture can grow ice in a small exit during long runs.`,
    mend: 'Drain the tank, dry the air, keep runs short.',
  }),
  'supply-match': ({ takenW, bestW, bestGaugePa, gaugePa, throttled }) => ({
    what: `The machine takes ${q('power', takenW)} of air; this source gives ${q('power', bestW)} at ${q('gaugePressure', bestGaugePa)}.`,
    why: throttled
      ? `At ${q('gaugePressure', gaugePa)} it runs near shut-off: much pressure, little air.`
      : `At ${q('gaugePressure', gaugePa)} it blows nearly free: much air, little pressure.`,
    mend: throttled
      ? 'A larger nozzle, or more of them.'
      : 'A smaller nozzle, or a machine that holds the air back more.',
  }),
}

/** Of runs and rigs: what was measured, and the flywheel. */
const RUNS: Readonly<Record<string, Sentences>> = {
  'flywheel-unknown': ({ speedRadPerS, rimSpeedMPerS }) => ({
    what: `${atTop(speedRadPerS)} has a rim speed of ${Math.round(rimSpeedMPerS)} m/s; its material is not given.`,
    why: 'Nobody can tell how far it is from bursting.',
    mend: 'Give its dimensions and material in the rig.',
  }),
  'flywheel-burst': ({ speedRadPerS, margin }) => ({
    what: `${atTop(speedRadPerS)} is at 1/${timesWords(margin)} of its strength.`,
    why: 'A keyway, a flaw or a glued joint can eat this margin; a wheel throws far heavier pieces than a rotor.',
    mend: WHEEL_MEND,
  }),
  'flywheel-energy': ({ speedRadPerS, energyJ, fallM }) => ({
    what: `${atTop(speedRadPerS)} holds ${q('energy', energyJ)}.`,
    why: `That is a 1 kg hammer from ${Math.round(fallM)} m: a sheet-metal or wooden guard does not stop it, and it takes long to stop.`,
    mend: `A guard of steel plate, nobody in its plane; or: ${WHEEL_MEND.toLowerCase()}`,
  }),
  'no-figure': () => ({
    what: 'The uncertainty of this run is as large as its figures.',
    why: 'It says nothing about the machine: too few readings, a signal that is none, or the wrong column.',
    mend: 'Look at the mapped columns, and record longer or with more counts a turn.',
  }),
  'power-beyond-air': ({ powerW, airPowerW, ...fit }) => ({
    what: `${q('power', powerW)} at the shaft is ${Math.round((100 * powerW) / airPowerW)} % of the ${q('power', airPowerW)} that the air holds at this pressure.`,
    why: WRONG_FIGURE,
    mend: fitWords(fit),
  }),
  'speed-beyond-jet': ({ freeRadPerS, rimMPerS, spoutingMPerS, ...fit }) => ({
    what: `${rpmWords(freeRadPerS)} would move the rim at ${Math.round(rimMPerS)} m/s; air at this pressure cannot go faster than ${Math.round(spoutingMPerS)} m/s.`,
    why: WRONG_FIGURE,
    mend: fitWords(fit),
  }),
  'torque-beyond-jet': ({ torqueNm, thrustN, mostNm, ...fit }) => ({
    what: `${q('torque', torqueNm)} at rest is more than a jet of ${q('force', thrustN)} can give on this radius, even turned right back (${q('torque', mostNm)}).`,
    why: WRONG_FIGURE,
    mend: fitWords(fit),
  }),
  'thrust-beyond-air': ({ thrustN, mostN }) => ({
    what: `${q('force', thrustN)} is more than air of this pressure can push through this throat, even without losses and a fifth wider (${q('force', mostN)}).`,
    why: 'Such a run is of another pressure, another throat, or a cell that reads too much.',
    mend: 'Look at the pressure held and the unit of the force, hang the known weight again, measure the throat with a pin.',
  }),
  'impulse-beyond-air': ({ impulseNs, mostNs }) => ({
    what: `${digits(impulseNs)} N·s is more than all air of the vessel gives at its full speed (${digits(mostNs)} N·s).`,
    why: 'Air went on coming in, the vessel is larger, the pressure was higher, or the cell reads too much.',
    mend: 'Look at the pressure held, the vessel’s volume and the span of the cell; shut the supply before the valve opens.',
  }),
  'reads-absolute': ({ saidGaugePa, readPa, roomPa }) => ({
    what: `The pressure was read at ${q('pressureDrop', readPa)}, by the room’s ${q('absolutePressure', roomPa)} above the ${q('gaugePressure', saidGaugePa)} of this run: its sensor looks absolute.`,
    why: 'Taken as gauge it is by the room’s pressure too high, and all that follows from it is off.',
    mend: 'Choose “absolute” beside the column of the pressure, or correct the pressure held.',
  }),
  'drag-far': ({ dragNm, times }) => ({
    what: `The drag found in coasting, ${q('torque', dragNm)} half-way, is ${digits(times)} times what bearings and air explain.`,
    why: 'Something rubs, a belt grips, or the air was not shut while it was read as coasting.',
    mend: 'Turn the rotor by hand; set the span of the coasting by hand.',
  }),
  'speed-far': ({ times, ...fit }) => ({
    what: `The free speed read is ${digits(times)} times the expected one.`,
    why: 'Possible, but rarely so far off: a wrong count a turn looks just like this.',
    mend: fitWords(fit),
  }),
}

const ALL = { ...MACHINES, ...AIR, ...RUNS }
export const FINDING_CODES = Object.keys(ALL)

/** A figure of a range, to be shown in the maker's units where it has any. */
const amount = (unit: string, x: number): string =>
  unit === 'kPa gauge'
    ? q('gaugePressure', 1000 * x)
    : unit === 'mm'
      ? q('length', x / 1000)
      : `${digits(x)}${unit ? ` ${unit}` : ''}`

/** A figure outside the range of a model. */
export interface Breach {
  readonly code: string
  readonly unit: string
  readonly value: number
  readonly from: number
  readonly to: number
}

/** What lies outside the range of a model, in one sentence and its reason. */
export function rangeWords({ code, unit, value, from, to }: Breach): Pick<FindingWords, 'what' | 'why'> {
  const { quantity, why } = rangeParts(code)
  return {
    what: `Outside the model's range: ${quantity} is ${amount(unit, value)}, made for ${amount(unit, from)} to ${amount(unit, to)}.`,
    why: `${capital(why)}; the band does not cover it.`,
  }
}

/** The words of a finding; its code where nobody wrote any. */
export function findingWords(finding: Finding): FindingWords {
  const { id, values } = finding
  if (id.startsWith('range-'))
    return {
      ...rangeWords({ ...(values as unknown as Omit<Breach, 'code'>), code: id.slice(6) }),
      mend: 'Take the figures as a direction, not as a number, until a run has told.',
    }
  return ALL[id]?.(values, finding) ?? { what: id, why: '', mend: '' }
}
