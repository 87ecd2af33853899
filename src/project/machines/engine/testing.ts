import { STANDARD_AMBIENT } from '../../../core/air'
import { kindOf, type EngineBuild, type EnginePredicted } from '../../document'

const known = new Map<string, EnginePredicted>()

/** For tests: what an engine is predicted to do in the standard room, each build reckoned once. */
export function predicted(build: EngineBuild): EnginePredicted {
  const key = JSON.stringify(build)
  const found = known.get(key) ?? (kindOf(build).predict(build, { ambient: STANDARD_AMBIENT }) as EnginePredicted)
  known.set(key, found)
  return found
}

/** The same without its bands: what it does, and what is found of it. */
export function predictedAtOnce(build: EngineBuild): EnginePredicted {
  const { quick } = kindOf(build)
  if (!quick) throw new Error('not quick')
  return quick.first(build, { ambient: STANDARD_AMBIENT }, null) as EnginePredicted
}
