import type { Measurement } from '../../../project/document'
import type { MethodView } from './contract'
import { brakeView } from './brake'
import { coastView } from './coast'
import { droopView } from './droop'
import { generatorView } from './generator'
import { inertiaView } from './inertia'
import { ropeView } from './rope'
import { runDownView } from './run-down'
import { soundView } from './sound'
import { tankView } from './tank'
import { thrustView } from './thrust'

/** Every way of measuring as the bench shows it. */
const VIEWS: { readonly [M in Measurement['method']]: MethodView } = {
  inertia: inertiaView,
  coast: coastView,
  brake: brakeView,
  generator: generatorView,
  'tank-decay': tankView,
  'run-down': runDownView,
  droop: droopView,
  rope: ropeView,
  sound: soundView,
  thrust: thrustView,
}

export const methodView = (id: Measurement['method']): MethodView => VIEWS[id]
