import { run } from './run'

export const call = async (args: string[], input: unknown = null) => {
  const { exit, stdout, stderr } = await run(args, () => (typeof input === 'string' ? input : JSON.stringify(input)))
  return { exit, stderr, out: stdout === '' ? null : (JSON.parse(stdout) as Record<string, never>) }
}
export const machine = { family: 'tangential-impulse', meanRadiusM: 0.03, bladeHeightM: 0.01 }
export const build = { machine, nozzle: { throatDiameterM: 0.0016 } }
export const fixture = (name: string) => `src/project/fixtures/${name}`
