/** A fault of a maker's input, in words: thrown where a recording cannot be read as it was said. */
export class InputFault extends Error {}
