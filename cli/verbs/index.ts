import type * as z from 'zod'
import * as schemas from '../schemas'
import * as air from '../air-schemas'
import * as engine from '../engine-schemas'
import * as bench from '../bench-schemas'
import * as parts from '../part-schemas'
import * as plan from '../plan-schemas'
import { blowdownVerb, lineVerb, regulatorVerb, sizeVerb, sourceVerb } from './air'
import { engineVerb, rundownVerb } from './engine'
import { nozzleVerb } from './nozzle'
import { planVerb } from './plan'
import { reduceVerb } from './reduce'
import { searchVerb } from './search'
import { strengthVerb } from './strength'
import { flashesVerb, framesVerb, handVerb, toneVerb } from './tone'
import { turbineVerb } from './turbine'

export interface Verb {
  readonly about: string
  /** It takes a build as a project holds it, whole: nothing is filled in. */
  readonly asExported?: true
  readonly input: z.ZodType
  readonly output: z.ZodType
  readonly run: (
    input: never,
    options: { readonly out: string | null; readonly shard: { readonly index: number; readonly of: number } | null },
  ) => unknown
}

export const VERBS: Readonly<Record<string, Verb>> = {
  nozzle: {
    about: 'flow, regime, exit state and thrust of a nozzle',
    input: schemas.nozzleVerbInput,
    output: schemas.nozzleVerbOutput,
    run: nozzleVerb,
  },
  blowdown: {
    about: 'a vessel running down through regulator, line and nozzle',
    input: air.blowdownVerbInput,
    output: air.blowdownVerbOutput,
    run: blowdownVerb,
  },
  size: {
    about: 'the throat for a wanted flow, thrust, jet speed, jet power or run time',
    input: air.sizeVerbInput,
    output: air.sizeVerbOutput,
    run: sizeVerb,
  },
  line: {
    about: 'pressure lost in hoses and fittings, part by part',
    input: air.lineVerbInput,
    output: air.lineVerbOutput,
    run: lineVerb,
  },
  regulator: {
    about: 'droop, drop-out, pulsing and sizes of a regulator',
    input: air.regulatorVerbInput,
    output: air.regulatorVerbOutput,
    run: regulatorVerb,
  },
  source: {
    about: 'a compressor, vessel, blower, breath, wind or balloon against line and nozzle',
    input: air.sourceVerbInput,
    output: air.sourceVerbOutput,
    run: sourceVerb,
  },
  turbine: {
    about: 'torque, power and ledger of losses of a build at given speeds',
    input: schemas.turbineVerbInput,
    output: schemas.turbineVerbOutput,
    run: turbineVerb,
  },
  engine: {
    about: 'a piston engine: the speed that it keeps, one turn inside, where it starts, the run of its vessel',
    asExported: true,
    input: engine.engineVerbInput,
    output: engine.engineVerbOutput,
    run: engineVerb,
  },
  rundown: {
    about: 'a piston engine on a vessel until it rests: pressure, speed and thrust over time',
    asExported: true,
    input: engine.rundownVerbInput,
    output: engine.rundownVerbOutput,
    run: rundownVerb,
  },
  strength: {
    about: 'stresses, burst speed and margins of a rotor',
    input: schemas.strengthVerbInput,
    output: schemas.strengthVerbOutput,
    run: strengthVerb,
  },
  reduce: {
    about: 'what a recording tells: flywheel, brake, generator, thrust stand, tank decay, marks, jet on a plate, film',
    input: bench.reduceVerbInput,
    output: bench.reduceVerbOutput,
    run: reduceVerb,
  },
  tone: {
    about: 'speed from the sound of passing blades, a WAV',
    input: bench.toneVerbInput,
    output: bench.toneVerbOutput,
    run: toneVerb,
  },
  flashes: {
    about: 'every speed that stands still in a flashing light, and which one a second rate picks',
    input: bench.flashesVerbInput,
    output: bench.flashesVerbOutput,
    run: flashesVerb,
  },
  hand: {
    about:
      'a spring, seal, gap, balance, pull, flow, inertia or scale measured by hand: the number and its uncertainty',
    input: bench.handVerbInput,
    output: bench.handVerbOutput,
    run: handVerb,
  },
  frames: {
    about: 'every speed that a film of marks could show, and which one a second reading picks',
    input: bench.framesVerbInput,
    output: bench.framesVerbOutput,
    run: framesVerb,
  },
  plan: {
    about: 'runs of a build on a rig from low pressure to high: when to stop, how often',
    asExported: true,
    input: plan.planVerbInput,
    output: plan.planVerbOutput,
    run: planVerb,
  },
  search: {
    about: 'the best designs over any numbers of a build; --shard i/n does one share, merge puts shares together',
    input: schemas.searchVerbInput,
    output: schemas.searchVerbOutput,
    run: searchVerb,
  },
  part: {
    about: 'a printable part; --out FILE.{stl,3mf,dxf,svg} writes it',
    input: parts.partVerbInput,
    output: parts.partVerbOutput,
    // the mesh library is loaded by those who make a part
    run: async (input, { out }) => (await import('./part')).partVerb(input, out),
  },
  assembly: {
    about:
      'a machine put together: every body with its transform, and whether it goes together and turns (also: part FILE --assembly)',
    input: parts.assemblyVerbInput,
    output: parts.assemblyVerbOutput,
    run: async (input) => (await import('./part')).assemblyVerb(input),
  },
  bill: {
    about: 'what has to be made and bought for a machine',
    input: parts.billVerbInput,
    output: parts.billVerbOutput,
    run: async (input) => (await import('./part')).billVerb(input),
  },
  plates: {
    about: 'the parts of a machine laid on print plates; --out NAME.3mf writes NAME-1.3mf and so on',
    input: parts.platesVerbInput,
    output: parts.platesVerbOutput,
    run: async (input, { out }) => (await import('./plates')).platesVerb(input, out),
  },
}
