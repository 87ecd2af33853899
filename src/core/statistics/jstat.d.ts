declare module 'jstat' {
  const jStat: {
    studentt: { inv(p: number, dof: number): number; cdf(x: number, dof: number): number }
    noncentralt: { cdf(x: number, dof: number, shift: number): number }
  }
  export default jStat
}
