import type { Said } from '../src/core/said'
import { noteWords, plainWords } from '../src/words'

/** A fact as the command line tells it: in workshop units. */
export const noteSentence = (note: Said): string => plainWords(noteWords(note))
