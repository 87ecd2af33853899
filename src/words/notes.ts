import type { Said } from '../core/said'
import { q } from './tokens'

/** Values come as they were said; each sentence knows which are numbers and which are words. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Sentence = string | ((values: any) => string)

/** Why a reading was set aside. */
const ASIDE: Readonly<Record<string, string>> = {
  tenfold: 'the scale reads ten times what it should, as with a decimal point in the wrong place',
  tenth: 'the scale reads a tenth of what it should, as with a decimal point in the wrong place',
  'half-speed': 'the speed is half of what it should be, as when one of two magnets is missed',
  'double-speed': 'the speed is twice what it should be, as when a mark is counted twice',
  low: 'it lies below the line, as when the arm touches a stop',
  high: 'it lies above the line, as when the brake sticks',
}

/** What each fact says. Quantities are tokens, put into the maker's units where they are shown. */
const NOTES: Readonly<Record<string, Sentence>> = {
  // Of nozzles.
  'nozzle-shock':
    'A normal shock stands inside the divergence and wastes total pressure: a narrower exit, or a plain hole, gives more thrust.',
  'nozzle-separates':
    'Exit pressure is below 0.4 of the room: the flow leaves the wall inside the nozzle (common practice), and the thrust here is too low to trust.',
  'nozzle-below-freezing': 'The air leaves below 0 °C: moist air can grow ice at the exit.',
  'nozzle-contradiction':
    'The coefficients contradict each other: so much friction leaves too little room for this flow. Lower the discharge coefficient or raise the velocity coefficient.',
  'nozzle-range-pressure': ({ pressurePaAbs, mostPaAbs }) =>
    `Outside the model's range: ${(pressurePaAbs / 1e6).toPrecision(2)} MPa absolute at the nozzle, made for up to ${mostPaAbs / 1e6} MPa; real air departs from the ideal gas by more than 1 %.`,
  'nozzle-range-temperature': ({ temperatureK, fromK, toK }) =>
    `Outside the model's range: air at ${Math.round(temperatureK)} K, made for ${fromK}-${toK} K; its heat capacity is no longer constant.`,
  'impulse-not-choked': 'The nozzle is not choked: flow changes with the pressure behind it as well.',
  // Of machines and what they are made of.
  'radial-outlet-chokes':
    'The outlet runs close to the speed of sound: it chokes the machine. A wider outlet, or a larger outlet angle, opens it.',
  'radial-outlet-wide':
    'The outlet reaches beyond three quarters of the inlet radius: little of the radius is left to work over.',
  'pack-discs-thick':
    'Discs take more than two thirds of the rim: the jets hit their edges. Thinner discs or wider gaps let them in.',
  'pack-jets-steep':
    'The jets come in steeply: packs like them nearly along the rim (common practice: the inlet angle is touchy).',
  'supersonic-no-start':
    'The passages narrow too much for the stream to start in them at low speed: a shock stands before the blades. Thinner or fewer blades mend it.',
  'supersonic-pitch-long':
    'A blade pitch is long against the arc under a jet: much air is caught by half-filled passages. More blades, or nozzles side by side, mend it.',
  'impulse-jet-wide':
    'The spread jet is wider than the blades are tall: part of it passes by. Move the nozzle closer or make the blades taller.',
  'impulse-jets-cover':
    'The jets cover more than half the rim; the model was made for partial admission and is less sure here.',
  'reaction-no-limit':
    'A reaction rotor has no runaway speed of its own: only drag holds it. Let it run free for moments only, and mind its burst speed.',
  'reaction-point':
    'A point wears blunt at high speed (common practice): a hardened or ceramic tip in a cup lasts longer.',
  'vane-overexpands':
    'The cells expand below the pressure of the room before the exhaust opens and are sucked back: let the inlet stay open longer, or open the exhaust earlier.',
  'vane-much-left': 'The cells open with much pressure left: an inlet that ends earlier uses more of it.',
  'vane-tips-wear':
    'Vane tips above some 10 m/s wear and soften in print (common practice): it is a machine for torque at low speed.',
  'vane-few': 'Fewer than four vanes: inlet and exhaust may see each other, and it may stop on a dead spot.',
  'vane-tilts': 'Less than half of a vane stays in its slot when it is furthest out: it tilts and jams.',
  'axial-lid-feeds-little':
    'The lid feeds less than half of the rim: its jets lose much while they spread. More holes, evenly spaced, at the same total area, lose less.',
  'axial-last-row-chokes':
    'The last row runs close to the speed of sound: it holds the flow back. A flatter pitch of its blades (a larger outlet angle) or taller blades open it.',
  'axial-tip-gap':
    'The tip gap is more than a tenth of the blade height: the leak over the tips is beyond what the model was made for.',
  'strength-softens': ({ material, softeningK }) =>
    `${material} softens near ${q('temperature', softeningK)}: cool the air first or choose another material.`,
  'strength-infill':
    'Infill below solid: walls carry more than the middle, so the estimate is cautious for stress and rough for inertia.',
  // Of recordings, drawings and archives, and what was made of them.
  'reduction-no-coasting':
    'No coasting was found, so drag is unknown: blade torque is shown equal to shaft torque and is too low by the drag. Record until the rotor has slowed with the air shut.',
  'reduction-torque-fell': ({ share, standardUncertainty }) =>
    `The torque fell on the way, by about ${(100 * share).toFixed(1)} % (known to ± ${(196 * standardUncertainty).toFixed(1)} %), as it does when the pressure sags: torque at rest is that of its start, free speed that of its end, and their bands hold this. Record the pressure along with the rotor to be sure.`,
  'reduction-pressure-said': ({ saidGaugePa, recordedGaugePa }) =>
    `The run is said to be at ${q('gaugePressure', saidGaugePa)}, but its recording begins at ${q('gaugePressure', recordedGaugePa)}; the figures are those of the recording. Correct the pressure held, or take no column for it.`,
  'readings-pressure-said': ({ saidGaugePa, recordedGaugePa }) =>
    `The run is said to be at ${q('gaugePressure', saidGaugePa)}, but its readings were taken at ${q('gaugePressure', recordedGaugePa)} on average; the figures are those there. Correct the pressure held, or look at the unit and column of the readings.`,
  'readings-pressure-apart': ({ leastGaugePa, mostGaugePa }) =>
    `The readings were taken between ${q('gaugePressure', leastGaugePa)} and ${q('gaugePressure', mostGaugePa)}, and are put to one pressure as far as that can be reckoned. Hold it closer, or make a run of each pressure.`,
  'reduction-pressure-moved': ({ share, nominalGaugePa }) =>
    `The pressure ${share > 0 ? 'fell' : 'rose'} by ${Math.abs(100 * share).toFixed(1)} % during the spin-up; the figures are carried to ${Number.isFinite(nominalGaugePa) ? q('gaugePressure', nominalGaugePa) : 'its start'}.`,
  'reading-aside': ({ row, reason }) =>
    `Reading ${row} was set aside: ${ASIDE[String(reason)] ?? 'it lies off the line'}.`,
  'readings-many-aside': ({ count, of }) =>
    `${count} of ${of} readings do not lie on one line: look at the pressure, at a brake that sticks, and take them anew.`,
  'torque-bent':
    'Torque does not fall in a straight line: a bent one lies better on the readings, and the figures are its own.',
  'tank-edge':
    'The hole lets through less as the pressure falls, as a sharp edge does: the area and the flow are those at the opening.',
  'droop-seals': ({ abovePa, orSticks }) =>
    `With the outlet shut it stands ${q('gaugePressure', abovePa)} above its line: as much as its valve takes to seal${orSticks ? ', or its friction both ways, which going down through the same holes would tell' : ''}. What it keeps is that with hardly any flow.`,
  'torque-shaped':
    'Readings of one setting agree with each other better than with the line: the torque has a shape of its own, and the bands are wider for it.',
  'free-speed-beyond': ({ share }) =>
    `The fastest reading is at ${Math.round(100 * Number(share))} % of the free speed, which is carried on from there: a reading with almost no load would tell it.`,
  'brake-no-tare':
    'Nothing says what the scale shows without load: it is taken as nothing. Write down a reading at rest, with the brake on and the air off.',
  'brake-crept': ({ creptN }) =>
    `The scale crept by ${q('force', creptN)} between its rest before and its rest after; each reading’s share was taken off along a straight line.`,
  'brake-heat': ({ powerW }) =>
    `The brake took up to ${q('power', powerW)}, all of it heat in its disc or rope: hot to the touch within a minute, and a printed disc softens.`,
  'generator-friction-unknown':
    'What the generator’s own bearings, iron and brushes take is not known: the shaft gives more than what is shown here. Measure it by letting another motor turn it, or by coasting.',
  'generator-understates': ({ electricalW, shaftW }) =>
    `The meters show ${q('power', electricalW)} at most where the shaft gives ${q('power', shaftW)}: the generator’s own best range hides the machine’s.`,
  'tank-heat-doubted': ({ stated, share }) =>
    `The fall does not look ${stated === 'adiabatic' ? 'as if the air took no heat' : 'as if the air kept its warmth'}: let the heat be found, which makes the flow ${Math.abs(100 * Number(share)).toFixed(0)} % ${Number(share) > 0 ? 'more' : 'less'}.`,
  'tone-lost': ({ share }) =>
    `The tone is heard in ${Math.round(100 * Number(share))} % of the recording; where it is lost nothing is shown.`,
  'tone-rival': ({ speedRadPerS }) =>
    `Another tone stands nearly as clear, as of ${q('rotation', speedRadPerS)}: narrow the range of speeds, or come nearer to the outlet.`,
  'tone-top-unheard': ({ seconds }) =>
    `Where it turned fastest the tone is not heard well for ${Number(seconds).toFixed(2)} s: the greatest speed is carried on from what was heard. Record a second more at either end.`,
  'tone-moves': ({ from, to }) =>
    `The speed moves from ${q('rotation', from)} to ${q('rotation', to)}: what is shown as the speed is the last that was heard.`,
  'tank-filling': ({ untilS }) => `Up to ${Number(untilS).toFixed(1)} s the vessel is being filled: left out.`,
  'tank-filled-again': ({ atS }) =>
    `The vessel is filled again after ${Number(atS).toFixed(1)} s: this is its first fall. Cut the later ones into recordings of their own.`,
  'tank-warm': ({ kelvin }) =>
    `The pressure sank while the vessel was still shut, as of air that is ${Number(kelvin).toFixed(0)} K warmer than the room from filling: the fall is reckoned with that. Wait a minute between filling and opening for a surer figure; a fall that goes on is a leak.`,
  'tank-slow': ({ seconds, of }) =>
    `The corner of the opening is round, as of ${of === 'lagS' ? `a gauge that follows ${Number(seconds).toFixed(2)} s behind` : `a valve that takes ${Number(seconds).toFixed(2)} s to open`}: the fall is reckoned with that. A gauge close to the vessel and a valve thrown open make it surer.`,
  'tank-shut': ({ atS }) =>
    `From ${Number(atS).toFixed(1)} s on hardly anything flows though the vessel is not empty: its valve was shut, and what follows is left out.`,
  'tank-no-wait':
    'The pressure falls from the first rows on: its start is less sure. Record a second or two before the valve opens.',
  'tank-unchoked':
    'Below the room’s own pressure over the room the nozzle does not choke, and a zero of the gauge that is off counts for more.',
  'run-spikes': ({ count }) =>
    `${count} ${count === 1 ? 'reading of the speed stands' : 'readings of the speed stand'} alone, as of a mark missed or read twice: set to what their neighbours read.`,
  'run-filled-again': ({ atS }) =>
    `The bottle was filled again after ${Number(atS).toFixed(1)} s: this is its first run. Cut the later ones into recordings of their own.`,
  'run-no-start':
    'It turns from the first row on: when it began, and how long it ran, is not recorded. Start the recording before the machine.',
  'run-warm': ({ kelvin }) =>
    `The pressure fell while the bottle was still shut, as of air that is ${Number(kelvin).toFixed(0)} K warmer than the room from filling: its mass is reckoned with that. Wait a minute between filling and opening for a surer figure; a fall that goes on is a leak.`,
  'run-cut': ({ speedRadPerS }) =>
    `It still turns at ${q('rotation', speedRadPerS)} in the last row: time, turns and air are those up to there, and no more.`,
  'run-no-zero':
    'The cell was never at rest in this recording: its zero is taken as it reads. Record a few seconds before the start.',
  'tells-more-air': ({ share }) =>
    `It takes ${Math.round(100 * share)} % more air a turn than predicted: past ring or seals, through a valve that shuts late, or the bottle holds less than stated.`,
  'tells-less-air': ({ share }) =>
    `It takes ${Math.round(-100 * share)} % less air a turn than predicted: a narrower seat or inlet than drawn, a shorter pin, or a larger bottle than stated.`,
  'tells-faster': ({ share }) =>
    `It turns ${Math.round(100 * share)} % faster than predicted: its load asks for less than stated, or its valve lets in more.`,
  'tells-slower': ({ share }) =>
    `It turns ${Math.round(-100 * share)} % slower than predicted: its load asks for more than stated, its inlet starves it, or the regulator gives less.`,
  'tells-stops-early': ({ endPa, predictedPa }) =>
    `It stops with ${q('gaugePressure', endPa)} gauge left where ${q('gaugePressure', predictedPa)} were predicted: it rubs more, or leaks more at rest.`,
  'tells-runs-on': ({ endPa, predictedPa }) =>
    `It runs on down to ${q('gaugePressure', endPa)} gauge where ${q('gaugePressure', predictedPa)} were predicted: it rubs less than taken.`,
  'thrust-zero-one-side':
    'Nothing quiet was recorded after the push: zero is read from before alone, and a drift of it stays in the impulse. Record a few seconds on.',
  'thrust-rings': ({ frequencyHz, share }) =>
    `The stand rings at ${frequencyHz.toFixed(1)} Hz: the highest reading is ${Math.round(100 * share)} % above the thrust. The ring is taken out; a stiffer stand or a lighter load on it rings faster and less.`,
  'thrust-zero-taken-off': ({ zeroN, impulseNs }) =>
    `The cell was not at zero: ${q('force', zeroN)} were taken off, which the plain area would have counted as ${impulseNs.toPrecision(2)} N·s.`,
  'reduction-waves':
    'The fitted law does not lie on the recording: what is left runs in waves, and the bands are widened for it. Look at the trace for a slipping belt, a valve opened slowly or a load that changes.',
  'reduction-no-pressure': ({ share }) =>
    `No pressure was recorded: how far it fell on the way and how the torque bends look much alike, and the band of the peak, ${q('share', share)} wide to either side, holds both. With a column of the pressure it is a few thousandths.`,
  'reduction-scatter':
    'Readings scatter more than the recording allows: look at what the fit leaves for a slipping belt, a loose sensor or an unsteady supply.',
  'reduction-rotor-heavy':
    'More than 30 % of the inertia is the rotor itself, which is known less well than a flywheel: use a heavier wheel.',
  'reduction-no-uncertainty':
    'The rig states no uncertainty of its flywheel: the bands hold only the scatter of the recording.',
  'table-no-header': 'The file has no header line: columns are numbered, and units have to be chosen.',
  'table-bad-rows': ({ count, lines }) =>
    count === 1
      ? `One row was left out because it holds something that is not a number (line ${lines}).`
      : `${count} rows were left out because they hold something that is not a number (lines ${lines}).`,
  'table-clock': ({ headers }) =>
    `${String(headers)} holds times of day, which are read as seconds from the first row.`,
  'table-stamps': ({ header, rows }) =>
    `Some ${String(rows)} rows share each stamp of ${String(header)}; they are taken as evenly spaced in between. What changes within a stamp’s time is no surer than that.`,
  'table-shared': ({ header, count }) =>
    `${String(count)} ${count === 1 ? 'row shares' : 'rows share'} the ${String(header)} of the row before; ${count === 1 ? 'it is' : 'they are'} taken as evenly spaced up to the next.`,
  'table-copies': ({ count }) =>
    count === 1
      ? 'One row is a copy of another and was left out: it is no second reading.'
      : `${String(count)} rows are copies of others and were left out: they are no second readings.`,
  'table-newest-first': 'The newest row stands first in the file: it was read from its end.',
  'table-words': ({ headers }) => `Left out, since it holds words: ${String(headers)}.`,
  'table-groups': ({ cell, value }) =>
    `Marks between thousands are left away: “${String(cell)}” is read as ${String(value)}.`,
  'table-second-header': ({ line, headers }) =>
    `A second header stands at line ${line} (${headers}): its units hold from there on.`,
  'table-not-utf8': 'The file is not UTF-8; it was read as Windows-1252. Check the column names.',
  'lines-bad': ({ count, first, why }) =>
    `${count} ${count === 1 ? 'line of the device was' : 'lines of the device were'} not understood and left out (first: line ${first}, ${why}).`,
  'lines-left-out': ({ count }) =>
    `${count} ${count === 1 ? 'reading was' : 'readings were'} left out: something that the others hold was missing in ${count === 1 ? 'it' : 'them'}.`,
  'lines-being-set': ({ count, names }) =>
    `${count} ${count === 1 ? 'reading' : 'readings'} came before it was said what is in place by hand (${names}), or while it was changed, and ${count === 1 ? 'is' : 'are'} left out.`,
  'lines-held': ({ name, every }) =>
    `“${name}” came with about every ${every}th reading; between them it stands at the last one.`,
  'lines-gap': ({ fromS, forS }) => `Nothing came for ${forS.toPrecision(2)} s from ${fromS.toFixed(2)} s on.`,
  'lines-restart': ({ fromS }) =>
    `The device’s clock began anew at ${fromS.toFixed(2)} s: it was reset, or its supply failed. How long it was away is not known.`,
  'lines-reconnect': ({ fromS, forS }) =>
    `The link was lost at ${fromS.toFixed(2)} s and came back ${forS.toPrecision(2)} s later.`,
  'lines-per-turn': ({ device, rig }) =>
    `The device says ${device} counts a turn, the rig says ${rig}. One of them is wrong, and every speed with it.`,
  'advice-inertia':
    'The whole torque line from one spin-up and its coasting; nothing gets hot. Its inertia must be known.',
  'advice-inertia-sags':
    'The whole torque line from one spin-up; but this supply falls while the wheel rises, so record the pressure with it.',
  'advice-coast':
    'Drag alone, of bearings and air, with the air shut: what a flywheel’s or a brake’s figures leave out. No power of its own.',
  'advice-coast-soon': ({ seconds }) =>
    `Left to itself the rotor would stop within some ${Number(seconds).toPrecision(2)} s: too soon to be read well. Let a flywheel turn with it.`,
  'coast-short': ({ topRadPerS, leastRadPerS }) =>
    `It coasted from ${q('rotation', topRadPerS)} to ${q('rotation', leastRadPerS)} only: drag towards rest is carried on from there by its law alone. Record until it has almost stopped.`,
  'coast-waves':
    'The law of drag does not lie on the recording: it was touched, something rubs once a turn, the belt slips, or air still flowed. Look at what the fit leaves.',
  'coast-shape':
    'Drag does not grow as a constant, the speed and its square do: other laws lie better on the recording, as of grease, of air in thin layers or of friction that is greater near rest. Their mean is shown, and its band holds what they differ by.',
  'coast-apart': ({ share }) =>
    `The coastings slow differently, by ±${(100 * Number(share)).toPrecision(2)} %: bearings that warm up, or something that rubs at times. Their mean is shown, and its band is as wide.`,
  'coast-inertia-rough': ({ share }) =>
    `Every torque here follows from the inertia, which is known to ±${(100 * Number(share)).toPrecision(2)} %. Measure it: by hand with a ring of known inertia, or with a known torque on in every other coasting.`,
  'coast-inertia-unlike': ({ found, stated }) =>
    `The known torque makes an inertia of ${q('inertia', found)}, drawing and rig say ${q('inertia', stated)}: look at the torque, and at what turns with the rotor.`,
  'advice-brake': 'Torque straight from arm and scale, held at each speed as long as you like. Its disc gets hot.',
  'advice-brake-weak': ({ torqueNm, digits }) =>
    `${q('torque', torqueNm)} on a usual arm is ${Math.round(digits)} digits of a letter scale: too coarse. A longer arm or a finer scale, or a flywheel.`,
  'advice-brake-hot': ({ powerW }) =>
    `Up to ${q('power', powerW)} end as heat in its disc: short readings, a large metal disc, and pauses.`,
  'advice-generator':
    'Easy to hold and to log; shows what its resistors take, which is less than the shaft gives, often by half. Never quote it as the machine’s power.',
  'advice-generator-small': ({ powerW }) =>
    `Of ${q('power', powerW)} a motor’s own friction takes most: it would measure itself.`,
  'advice-rope':
    'A cord, a weight and a kitchen balance are enough: it rubs on a drum, or winds the weight up. It grabs and slips, so take several readings at each load.',
  'advice-rope-hot': ({ powerW }) =>
    `Up to ${q('power', powerW)} would go into the cord as heat: it melts. A brake with a metal disc, or a flywheel.`,
  'rope-friction-odd': ({ friction, wrapDeg }) =>
    `Weight over balance makes a friction of ${Number(friction).toPrecision(2)} for a rope that lies ${Number(wrapDeg).toFixed(0)}° round its drum; 0.1 to 0.7 is usual: look at the angle, and at what the balance shows with nothing on it.`,
  'advice-sound': 'Speed alone, and nothing on the shaft: good as a second reading of it.',
  'advice-sound-low': ({ hertz }) =>
    `Its blades pass at some ${Math.round(hertz)} times a second, which a phone hears badly.`,
  'advice-tank': 'The air alone: what nozzle and line take, for the efficiency of whatever else is measured.',
  'advice-run-down':
    'All of a bottle in one go: how long, how fast, with what air, held against the run that was predicted. No torque of its own.',
  'advice-run-down-no-bottle': 'Its supply does not run down: fill a bottle for it.',
  'advice-droop':
    'The regulator alone: what it loses as the machine takes its air, and whether it sticks. Three drilled holes and a gauge.',
  'advice-droop-piston':
    'The regulator alone: a home-made piston sticks by some ten psi, and every run before and after differs by as much. Measure it once.',
  'droop-aside': ({ row }) =>
    `Reading ${row} lies off the line of the others and was set aside: look whether its hole was the one that is written, and take it anew.`,
  'droop-wide-open': ({ row, massFlowKgPerS }) =>
    `In reading ${row} its valve stood wide open: at ${q('massFlow', massFlowKgPerS)} it holds no setting any more.`,
  'droop-bends': ({ nearShare, farShare }) =>
    `What it loses is no straight line: near closed ${Math.round(100 * Number(nearShare))} % of the mean for each gram a second, at the greatest flow ${Math.round(100 * Number(farShare))} %. What is told is the mean, which holds for flows about as great.`,
  'droop-one-way':
    'Every reading was come to the same way, so nothing says whether it sticks: go down again through the same holes, and shut.',
  'droop-sticks': ({ halfPa }) =>
    `It sticks by ${q('pressureDrop', halfPa)} each way: a run taken after the air was turned up differs from one after it was turned down. Always come to the setting from below, and grease what slides; a diaphragm hardly sticks.`,
  'hand-single':
    'One reading tells no scatter: what is given is the balance alone. Three or more tell how well it repeats.',
  'hand-scatters': ({ share }) =>
    `The readings differ by ${Math.round(100 * share)} % of their mean: look for what changes from one to the next before the number is used.`,
  'hand-rubbing-falls':
    'One way nothing was needed: its own weight overcomes the friction, which is then no more than half of the other way, and that is all these readings tell. Lay the way level, or hang a weight on that draws it back.',
  'hand-spring-bends': ({ strayM }) =>
    `Lengths stray ${q('length', strayM)} from a straight line, more than they are read to: coils that touch, a spring that leans on its guide, or one wrong row. The rate is widened by it.`,
  'hand-spring-aside': ({ loadN, offM }) =>
    `At ${q('force', loadN)} its length lies ${q('length', offM)} off the line of the others and was left out: coils that touch, or a wrong row.`,
  'hand-spring-far':
    'Where it works lies well outside the lengths that were read: its force there is carried on along the line.',
  'hand-spring-slack': 'Where it works it would be longer than free: it pushes nothing there.',
  'hand-gap-few': ({ places }) =>
    `${places === 1 ? 'One place tells' : 'Two places tell'} nothing of a rotor that runs out: feel at three or more round it.`,
  'hand-gap-runs-out': ({ swingM }) =>
    `The gap changes by ${q('length', swingM)} round the turn: the rotor or its bore runs out, and the least gap is what rubs.`,
  'hand-gap-coarse': 'The leaves stand far apart for such a gap: two laid together make steps between them.',
  'hand-balance-hidden':
    'The edges hide as much as was stuck on: it rests where it likes. Sharper or cleaner edges would show more.',
  'hand-orifice-flat':
    'Hardly any pressure falls over the hole, so the gauges’ own errors rule the flow: a smaller hole, or one gauge for both sides.',
  'hand-coasting-near': ({ share }) =>
    `The added piece makes it coast only ${Math.round(100 * share)} % longer, so small errors of time weigh heavily: add a heavier one, half as much again at least.`,
  'hand-scale-unit': ({ factor }) =>
    `Off ${Number(factor.toPrecision(3))}fold, as when one unit is taken for another: look at the unit that it shows, newtons or grams of weight.`,
  'hand-scale-off': ({ share }) =>
    `Off by ${Math.round(100 * share)} %: more than a scale is wont to be. Look whether the weights are what they say, and whether it stands free.`,
  'hand-scale-returns': ({ apartN }) =>
    `Under one load it shows up to ${q('force', apartN)} apart: it rubs somewhere, creeps, or was read too soon. Until that is mended, all that it measures is as unsure.`,
  'hand-scale-aside': ({ knownN, offN }) =>
    `Under ${q('force', knownN)} it shows ${q('force', offN)} off the line of the others: that row was left out. Look whether it was written down rightly.`,
  'hand-scale-bends': ({ strayN }) =>
    `It strays from a straight line by up to ${q('force', strayN)}: one factor does not hold over all loads. Take weights only up to what it will be used for.`,
  'hand-scale-zero': ({ zeroN }) =>
    `It shows ${q('force', zeroN)} without load: tare it, or let each run begin at rest, where its zero is read.`,
  'hand-scale-once': 'Each load hung on once: going down again with the same weights shows whether it comes back.',
  'hand-tow-aside': ({ speedMPerS, share }) =>
    `At ${q('speed', speedMPerS)} the pull lies ${Math.round(100 * Number(share))} % off the line of the others: that row was left out. Look whether it was written down rightly.`,
  'hand-tow-far':
    'The speed wanted lies more than a fifth beyond those it was drawn at: a hull there makes other waves. Draw it at that speed.',
  'hand-tow-grows': ({ power }) =>
    `Its drag grows with speed to the power of ${Number(power).toFixed(1)}; about two is usual. Less: thread or guide rubs, or the balance shows something at rest. More: it climbs its own bow wave, or the water is shallow.`,
  'hand-pull-drags': ({ share }) =>
    `A pull of ${Math.round(100 * share)} % of its weight is no rolling: something rubs or a wheel is held.`,
  'advice-thrust': 'Thrust, impulse and run time from one push.',
  'thrust-sparse': ({ rows, perS }) =>
    `The push was read ${Number(perS).toFixed(0)} times a second, ${Math.round(Number(rows))} readings in all: they cannot show how it opens nor whether the stand rings, and every figure is widened by that; where it rings about as often as it is read, they may all lie in its troughs. Record 80 a second or more; most amplifiers of load cells have a pin or a setting for it.`,
  'plate-over-one': ({ coefficient }) =>
    `A discharge coefficient of ${Number(coefficient).toFixed(2)} cannot be: more air than a loss-free hole of this size lets through. Look at the hole’s diameter, at the scale, and whether the gauge stands right before the hole.`,
  'drawing-no-unit': 'The drawing names no unit: taken as millimetres.',
  'drawing-no-lines': ({ count }) =>
    `${count} ${count === 1 ? 'thing that is no line was' : 'things that are no lines were'} passed over.`,
  'drawing-no-width': 'The drawing gives no width: one of its units is taken as a millimetre.',
  'drawing-references': 'Copies made by reference are passed over: save it with them turned into plain paths.',
  'drawing-many-outlines': ({ count }) => `${count} closed outlines found: the largest is taken.`,
  'drawing-open-lines': ({ count }) => `${count} open ${count === 1 ? 'line was' : 'lines were'} passed over.`,
  'archive-recording-missing': ({ fileName }) =>
    `The recording ${fileName} is not in the archive: its run is there, its curve cannot be drawn.`,
  'archive-not-used': ({ names, more }) => `Not used: ${names}${more > 0 ? ` and ${more} more` : ''}.`,
}

/** The sentence of a fact; its code where nobody wrote one. */
export function noteWords({ code, values }: Said): string {
  const sentence = NOTES[code]
  return sentence === undefined ? code : typeof sentence === 'string' ? sentence : sentence(values)
}

export const NOTE_CODES = Object.keys(NOTES)
