/** What is done to several rows of a kind at once, each as one step of undo. */
import { currentDocument } from '@/saving/documents'
import { type Documents, type Kind, NOUN } from '@/saving/kinds'
import { edit, together } from '@/saving/undo'

/** Kinds are named as many; one has its own noun. */
export const counted = (kind: Kind, count: number): string => `${count} ${count === 1 ? NOUN[kind] : kind}`

type Archived = 'shoots' | 'bodies' | 'lenses' | 'places' | 'setups'

/** Puts rows away, or brings them back. */
export function archiveRows<K extends Archived>(kind: K, ids: readonly string[], archived: boolean): void {
  together(`${archived ? 'archiving' : 'bringing back'} ${counted(kind, ids.length)}`, () => {
    for (const id of ids) {
      const document = currentDocument(kind, id)
      if (document) edit(kind, { ...document, archived } as Documents[K])
    }
  })
}

export function removeRows(kind: Kind, ids: readonly string[]): void {
  together(`deleting ${counted(kind, ids.length)}`, (gone) => ids.forEach((id) => gone(kind, id)))
}
