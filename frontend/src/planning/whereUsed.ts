/** Where a body or a lens is used, for whoever is about to delete it. */
import { counted } from '@/lists/severalRows'
import { currentOf, loadKind, useEntries } from '@/saving/documents'

export function useWhereUsed() {
  for (const kind of ['situations', 'shoots', 'lenses'] as const) loadKind(kind).catch(() => undefined)
  const situations = useEntries('situations')
  const lenses = useEntries('lenses')

  /** " It is used in 4 situations of 2 shoots."; nothing where it is used nowhere. */
  function usedText(id: string): string {
    const using = situations.value.map((entry) => currentOf(entry)!).filter((each) => [each.body_id, each.second_body_id, each.lens_id].includes(id))
    const builtIn = lenses.value.filter((entry) => currentOf(entry)!.built_into === id).length
    const shoots = new Set(using.map((each) => each.shoot_id)).size
    const where = [
      using.length ? `${counted('situations', using.length)} of ${counted('shoots', shoots)}` : '',
      builtIn ? `${counted('lenses', builtIn)} built into it` : '',
    ].filter(Boolean)
    return where.length ? ` It is used in ${where.join(' and in ')}.` : ''
  }
  return { usedText }
}
