/** Foundations: what a photographer sets on any body. The first is made when it is first edited; a situation may name another. */
import { computed } from 'vue'
import type { Foundation, FoundationDocument, PlannedSituation, Standing } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { plainCopy } from '@/saving/merge'
import { edit } from '@/saving/undo'
import { newId } from '@/shared/ids'

/** What of a foundation lies under plans; one that was kept in this browser may be from before it could hold all of it. */
export const inPlans = (own: FoundationDocument): Foundation => ({
  settings: own.settings,
  standing: own.standing ?? [],
  schools: own.schools ?? {},
  kept_apart: own.kept_apart ?? [],
  looks: own.looks ?? [],
  figures: own.figures ?? {},
})

export const blankFoundation = (title = 'Foundation'): FoundationDocument => ({
  id: newId(),
  title,
  settings: {},
  standing: [],
  schools: {},
  kept_apart: [],
  looks: [],
  figures: {},
  reviewed: [],
  mains_hz: 50,
  home_zone: null,
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

  /** The foundation a situation rests on, changed. */
  function changeUnder(planned: PlannedSituation, changes: (now: FoundationDocument) => Partial<FoundationDocument>, key: string): void {
    const own = all.value.find((each) => each.id === planned.foundation_id) ?? all.value[0]
    const now: FoundationDocument = { ...blankFoundation(), ...plainCopy(own) }
    edit('foundations', { ...now, ...changes(now) }, `foundation/${key}`)
  }

  /** Held in every situation of a genre, whatever a case says: as a pin there. */
  function insist(planned: PlannedSituation, setting: Standing['setting'], value: Standing['value']): void {
    const { genre } = planned.situation
    const isOther = (each: Standing): boolean => !(each.insists && each.setting === setting && each.genres?.includes(genre))
    const made: Standing = { setting, value, genres: [genre], insists: true }
    changeUnder(planned, (now) => ({ standing: [...now.standing.filter(isOther), made] }), setting)
  }

  /** On one body it stands like this on any day. */
  function standOn(planned: PlannedSituation, bodyId: string, values: readonly { setting: Standing['setting']; value: Standing['value'] }[]): void {
    const isOther = (each: Standing): boolean =>
      each.body_id !== bodyId || Boolean(each.genres?.length) || !values.some((made) => made.setting === each.setting)
    const made = values.map((each): Standing => ({ ...each, genres: [], body_id: bodyId, insists: false }))
    changeUnder(planned, (now) => ({ standing: [...now.standing.filter(isOther), ...made] }), `on/${bodyId}`)
  }

  /** A setting in which bodies are meant to differ; or no longer. */
  function keepApart(planned: PlannedSituation, setting: Standing['setting'], apart: boolean): void {
    changeUnder(
      planned,
      (now) => ({ kept_apart: [...now.kept_apart.filter((each) => each !== setting), ...(apart ? [setting] : [])] }),
      `apart/${setting}`,
    )
  }
  return { loaded, entry, document, all, under, change, insist, standOn, keepApart }
}
