/** A list's view, its wishes in the address, so that a link shows the same rows. */
import { computed, reactive, ref } from 'vue'
import { useAsked } from '@/shared/useAsked'
import { type Narrowing, type Order, stillThere, viewOf, type Wishes } from './listView'

/** prefix: of the names in the address, where one place has several lists. */
export function useListView<Row extends { id: string }>(
  rows: () => readonly Row[],
  how: {
    textOf: (row: Row) => string
    isArchived: (row: Row) => boolean
    orders: readonly Order<Row>[]
    narrowing?: Narrowing<Row>
    prefix?: string
  },
) {
  const of = (part: string) => useAsked(`${how.prefix ?? ''}${part}`)
  const asked = { q: of('q'), by: of('by'), only: of('only'), archived: of('archived') }
  const wishes = computed<Wishes>(() => ({
    words: asked.q.value,
    order: asked.by.value,
    only: asked.only.value,
    archived: asked.archived.value === '1',
  }))
  const wish = (part: keyof typeof asked, value: string): void => void (asked[part].value = value)
  const isWished = computed(() => Boolean(wishes.value.words || wishes.value.only || wishes.value.archived))
  const found = computed(() => viewOf(rows(), wishes.value, how))
  const archivedCount = computed(() => rows().filter(how.isArchived).length)

  const picked = ref<string[]>([])
  const chosen = computed(() =>
    stillThere(
      picked.value,
      found.value.map((row) => row.id),
    ),
  )
  const pick = (id: string): void =>
    void (picked.value = picked.value.includes(id) ? picked.value.filter((each) => each !== id) : [...picked.value, id])
  const pickAll = (): void => void (picked.value = chosen.value.length === found.value.length ? [] : found.value.map((row) => row.id))
  const pickNone = (): void => void (picked.value = [])

  return reactive({ how, wishes, wish, isWished, found, archivedCount, chosen, pick, pickAll, pickNone })
}
