declare module 'jstat' {
  const jStat: {
    studentt: { inv(p: number, dof: number): number; cdf(x: number, dof: number): number }
    normal: { inv(p: number, mean: number, deviation: number): number }
    centralF: { inv(p: number, above: number, below: number): number }
    noncentralt: { cdf(x: number, dof: number, shift: number): number }
  }
  export default jStat
}
