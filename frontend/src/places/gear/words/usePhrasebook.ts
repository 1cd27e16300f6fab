/** A body's phrasebook under edit: begun with the usual ways, read from files with a report, and written to them. */
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Body, CsvReading, Phrase, Phrasebook } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { edit } from '@/saving/undo'
import { download } from '@/shared/download'
import { newId } from '@/shared/ids'
import { readText } from '@/shared/readText'

export function usePhrasebook(body: () => Body | null) {
  const loaded = ref(false)
  const trouble = ref('')
  loadKind('phrasebooks')
    .catch((error: Error) => (trouble.value = error.message))
    .finally(() => (loaded.value = true))
  const entries = useEntries('phrasebooks')
  const book = computed<Phrasebook | null>(() => entries.value.map((entry) => currentOf(entry)!).find((each) => each.body_id === body()?.id) ?? null)

  async function guarded(work: (own: Body) => Promise<void>): Promise<void> {
    const own = body()
    if (!own) return
    trouble.value = ''
    try {
      await work(own)
    } catch (error) {
      trouble.value = error instanceof Problem ? error.message : String(error)
    }
  }
  const begin = (): Promise<void> =>
    guarded(async (own) => {
      const usual = await answered(client.POST('/api/v1/phrasebooks/usual', { body: own }))
      edit('phrasebooks', { ...usual, id: newId() })
    })
  function change(part: Partial<Phrasebook>, key: string | null = null): void {
    if (book.value) edit('phrasebooks', { ...book.value, ...part }, key)
  }
  function changePhrase(setting: string, part: Partial<Phrase>): void {
    change({ phrases: book.value!.phrases!.map((phrase) => (phrase.setting === setting ? { ...phrase, ...part } : phrase)) })
  }

  const reading = ref<CsvReading | null>(null)
  const readCsv = (file: File): Promise<void> =>
    guarded(async () => {
      const found = await answered(client.POST('/api/v1/phrasebooks/read-csv', { body: { text: await readText(file) } }))
      reading.value = found
      if (!found.phrases.length || !book.value) return
      const taken = new Map(found.phrases.map((phrase) => [phrase.setting, phrase]))
      const kept = book.value.phrases!.map((phrase) => taken.get(phrase.setting) ?? phrase)
      const fresh = found.phrases.filter((phrase) => !book.value!.phrases!.some((each) => each.setting === phrase.setting))
      change({ phrases: [...kept, ...fresh], pages: [...new Set([...(book.value.pages ?? []), ...found.pages])] })
    })
  const takeCsv = (): Promise<void> =>
    guarded(async (own) => {
      const { text } = await answered(client.POST('/api/v1/phrasebooks/to-csv', { body: book.value! }))
      download(`phrasebook ${own.name}.csv`, text, 'text/csv')
    })

  /** What of a file was not taken, or not taken as it stands; null where none was read. */
  const told = ref<string[] | null>(null)
  const readFile = (file: File): Promise<void> =>
    guarded(async (own) => {
      const asked = { text: await readText(file), book_id: book.value?.id ?? newId(), body: own }
      const found = await answered(client.POST('/api/v1/phrasebooks/read-file', { body: asked }))
      edit('phrasebooks', found.document)
      told.value = found.left_out
    })
  const takeFile = (): Promise<void> =>
    guarded(async (own) => {
      const { text } = await answered(client.POST('/api/v1/phrasebooks/to-file', { body: book.value! }))
      download(`words ${own.name}.json`, text, 'application/json')
    })
  return { loaded, trouble, book, begin, change, changePhrase, reading, readCsv, takeCsv, told, readFile, takeFile }
}
