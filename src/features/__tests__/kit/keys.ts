export const tinykeys = () => () => undefined
