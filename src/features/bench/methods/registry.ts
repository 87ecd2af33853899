import type { Measurement } from '../../../project/document'
import type { MethodView } from './contract'
import { inertiaView } from './inertia'

/** Every way of measuring as the bench shows it. */
const VIEWS: { readonly [M in Measurement['method']]: MethodView } = { inertia: inertiaView }

export const methodView = (id: Measurement['method']): MethodView => VIEWS[id]
