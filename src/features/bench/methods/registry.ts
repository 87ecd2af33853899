import type { Measurement } from '../../../project/document'
import type { MethodView } from './contract'
import { inertiaView } from './inertia'
import { thrustView } from './thrust'

/** Every way of measuring as the bench shows it. */
const VIEWS: { readonly [M in Measurement['method']]: MethodView } = {
  inertia: inertiaView,
  thrust: thrustView,
}

export const methodView = (id: Measurement['method']): MethodView => VIEWS[id]
