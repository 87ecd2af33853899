import LightRunner from 'jest-light-runner/child-process'

/** The longest that one file of tests may take [ms]: many times the slowest, for machines that are slow. */
const LONGEST = 900_000

/**
 * The way by which one process asks for what it needs to begin. The runner gives all its processes one: the first to ask
 * is then answered for all of them, and one that was not listening yet waits for ever.
 */
const channelOf = (workerData) => {
  let send = () => {}
  return {
    onMessage: (listener) => {
      send = listener
    },
    postMessage: (message) => {
      if (message === 'jest-light-runner-get-worker-data') send({ type: 'jest-light-runner-worker-data', workerData })
    },
  }
}

/** Files of tests in plain processes of Node: one that never ends is ended, and fails. */
export default class extends LightRunner {
  constructor(globalConfig, ...rest) {
    super(globalConfig, ...rest)
    const runners = this._testRunners
    runners.set = (projectConfig, { pool }) => {
      const workerData = { globalConfig, projectConfig, runtime: this._runtime }
      const run = async (test) => {
        const tooLong = new AbortController()
        const timer = setTimeout(() => tooLong.abort(), LONGEST)
        try {
          return await pool.run(test.path, { channel: channelOf(workerData), signal: tooLong.signal })
        } catch (error) {
          throw tooLong.signal.aborted ? new Error(`Did not end within ${LONGEST / 1000} s`) : error
        } finally {
          clearTimeout(timer)
        }
      }
      return Map.prototype.set.call(runners, projectConfig, { pool, run })
    }
  }
}
