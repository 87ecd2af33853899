/** Standard acceleration of free fall, m/s2. ISO 80000-3. */
export const STANDARD_GRAVITY = 9.80665
