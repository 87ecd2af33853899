declare module 'psychrolib' {
  const psychrolib: {
    SI: number
    SetUnitSystem(system: number): void
    GetSatVapPres(dryBulbC: number): number
    GetHumRatioFromRelHum(dryBulbC: number, relativeHumidity: number, pressurePa: number): number
    GetTDewPointFromRelHum(dryBulbC: number, relativeHumidity: number): number
    GetSatHumRatio(dryBulbC: number, pressurePa: number): number
  }
  export default psychrolib
}
