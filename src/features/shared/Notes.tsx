import type { Said } from '../../core/said'
import { Advice } from '../../ui'
import { noteWords } from '../../words'
import { useShown } from './display'

/** Facts as advice, each in its sentence, in the maker's units. */
export function Notes({ notes, title }: { notes: readonly Said[]; title: string }) {
  const shown = useShown()
  return (
    <>
      {notes.map((note) => (
        <Advice key={note.code} tone="advice" title={title}>
          {shown.words(noteWords(note))}
        </Advice>
      ))}
    </>
  )
}
