/** Version 11: what is measured by hand beside any run. */
export const v10ToV11 = (document: { schemaVersion: number }): { schemaVersion: number } =>
  ({ ...document, schemaVersion: 11, handReadings: [] }) as { schemaVersion: number }
