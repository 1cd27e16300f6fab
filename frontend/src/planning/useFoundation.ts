/** Foundations: what a photographer sets on any body. The first is made when it is first edited; a situation may name another. */
import { computed } from 'vue'
import type { Foundation, FoundationDocument, PlannedSituation, Standing } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { plainCopy } from '@/saving/merge'
import { edit } from '@/saving/undo'
import { newId } from '@/shared/ids'

/** What of a foundation lies under plans; one that was kept in this browser may be from before it could hold all of it. */
export const inPlans = (own: FoundationDocument): Foundation => ({ settings: own.settings, standing: own.standing ?? [], schools: own.schools ?? {} })

export const blankFoundation = (title = 'Foundation'): FoundationDocument => ({
  id: newId(),
  title,
  settings: {},
  standing: [],
  schools: {},
  reviewed: [],
  begun: {},
})

/** shownId: which of them is looked at; the first where none is said. */
export function useFoundation(shownId?: () => string | undefined) {
  const loaded = loadKind('foundations').catch(() => undefined) // without it plans rest on what is usual
  const entries = useEntries('foundations')
  const ordered = computed(() => [...entries.value].sort((a, b) => (a.id < b.id ? -1 : 1)))
  const entry = computed(() => ordered.value.find((each) => each.id === shownId?.()) ?? ordered.value[0] ?? null)
  const document = computed<FoundationDocument | null>(() => (entry.value ? currentOf(entry.value) : null))
  const all = computed(() => ordered.value.flatMap((each) => currentOf(each) ?? []))

  /** What lies under a situation's plan: the foundation it names, else the first. The server chooses alike. */
  function under(planned: PlannedSituation): Foundation | null {
    const chosen = all.value.find((each) => each.id === planned.foundation_id) ?? all.value[0]
    return chosen ? inPlans(chosen) : null
  }

  function change(changes: (now: FoundationDocument) => Partial<FoundationDocument>, key: string): void {
    const now: FoundationDocument = { ...blankFoundation(), ...plainCopy(document.value) }
    edit('foundations', { ...now, ...changes(now) }, `foundation/${key}`)
  }

  /** Held in every situation of a genre, whatever a case says: as a pin there. */
  function insist(planned: PlannedSituation, setting: Standing['setting'], value: Standing['value']): void {
    const own = all.value.find((each) => each.id === planned.foundation_id) ?? all.value[0]
    if (!own) return
    const genre = planned.situation.genre
    const others = (own.standing ?? []).filter((each) => !(each.insists && each.setting === setting && each.genres?.includes(genre)))
    edit('foundations', { ...plainCopy(own), standing: [...others, { setting, value, genres: [genre], insists: true }] }, `foundation/${setting}`)
  }
  return { loaded, entry, document, all, under, change, insist }
}
