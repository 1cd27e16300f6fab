/** The answers of a guided brief, kept in this browser until the plan is open, and the documents they become. */
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { answered, client } from '@/api/client'
import type { Beginning, Body, Lens, PlannedSituation, ReadSheet, Shoot, Situation } from '@/api/types'
import { blankShoot } from '@/planning/blankShoot'
import { readLensLine, readSheet, useStartingKit } from '@/planning/kitTexts'
import { newSituation } from '@/planning/newSituation'
import { useFoundation } from '@/planning/useFoundation'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import type { AnyDocument, Kind } from '@/saving/kinds'
import { edit, together } from '@/saving/undo'
import { newId } from '@/shared/ids'
import { tables } from '@/shared/tables'
import { zoneOf } from '@/shared/zones'

export interface Answers {
  what: string
  date: string | null
  startsAt: number | null
  placeId: string
  latitude: number | null
  longitude: number | null
  /** An owned body's id, or a class of the starting kit. */
  body: string
  bodyName: string
  sheet: string
  lens: string
  lensLine: string
  far: string
  near_m: number | null
  far_m: number | null
  light: string
  output: Situation['output']
}

const NOTHING: Answers = {
  what: '', date: null, startsAt: null, placeId: '', latitude: null, longitude: null, body: '', bodyName: '', sheet: '',
  lens: '', lensLine: '', far: '', near_m: null, far_m: null, light: '', output: 'print_a3',
} // prettier-ignore

/** Light told by the sky of a date, a time and a place, instead of by name. */
export const SKIES = [
  { value: 'sky/clear', label: 'As the sky has it then, clear', condition: 'clear' },
  { value: 'sky/overcast', label: 'As the sky has it then, overcast', condition: 'overcast' },
] as const
const OUTDOORS = new Set(['full_sun', 'hazy_sun', 'low_sun', 'overcast', 'dusk', 'blue_hour', 'open_shade', 'dark_sky', 'full_moon_land', 'fog'])

export const usualDistance = (begun: Beginning): number => Math.floor(begun.distances.length / 2)

const KEPT_AS = 'wa-begin'

export function useBegin() {
  const answers = useLocalStorage<Answers>(KEPT_AS, { ...NOTHING }, { mergeDefaults: true })
  const loaded = ref(false)
  const problem = ref('')
  Promise.all((['shoots', 'situations', 'bodies', 'lenses', 'places', 'foundations'] as const).map((kind) => loadKind(kind)))
    .catch((error: Error) => (problem.value = error.message))
    .finally(() => (loaded.value = true))
  const kit = useStartingKit((reason) => (problem.value = reason))

  const foundation = useFoundation()
  /** What is being made is not offered: it would move what stands there while the plan opens. */
  const made = shallowRef<ReadonlySet<string>>(new Set())
  const allBodies = useEntries('bodies')
  const allLenses = useEntries('lenses')
  const bodies = computed(() => allBodies.value.filter((entry) => !made.value.has(entry.id)))
  const lenses = computed(() => allLenses.value.filter((entry) => !made.value.has(entry.id)))
  const places = useEntries('places')
  const begun = computed(() => tables.value?.beginnings.find((each) => each.id === answers.value.what) ?? null)
  const light = computed(() => answers.value.light || (begun.value?.lights[0] ?? ''))
  const far = computed(() => (answers.value.far === '' && begun.value ? usualDistance(begun.value) : Number(answers.value.far)))
  const place = computed(() => places.value.map((entry) => currentOf(entry)!).find((each) => each.id === answers.value.placeId) ?? null)
  const at = computed(() => {
    const { latitude, longitude } = answers.value
    if (place.value) return place.value
    return latitude === null || longitude === null
      ? null
      : { name: 'Place', latitude_deg: latitude, longitude_deg: longitude, elevation_m: 0, zone: null }
  })
  /** The sky tells the light of a day that has a date, a time and a place. */
  const skyTells = computed(
    () => at.value !== null && answers.value.date !== null && (begun.value?.lights.some((name) => OUTDOORS.has(name)) ?? false),
  )

  const classBody = computed(() => kit.value?.bodies.find((each) => each.id === answers.value.body) ?? null)
  const classLens = computed(() => kit.value?.lenses.find((each) => each.id === answers.value.lens) ?? null)
  const ownBody = computed(() => bodies.value.map((entry) => currentOf(entry)!).find((each) => each.id === answers.value.body) ?? null)
  const ownLens = computed(() => lenses.value.map((entry) => currentOf(entry)!).find((each) => each.id === answers.value.lens) ?? null)

  /** What was made of the sheet and the lens's line, and what was not understood. */
  const read = shallowRef<ReadSheet | null>(null)
  const lineRead = shallowRef<Lens | null>(null)
  const lineWrong = ref('')
  async function readOwnSheet(): Promise<ReadSheet | null> {
    const start = (classBody.value ?? kit.value?.bodies[0])?.body
    read.value = start && answers.value.sheet.trim() ? await readSheet(answers.value.sheet, start) : null
    return read.value
  }
  async function readLine(): Promise<Lens | null> {
    const { lens, wrong } = await readLensLine(answers.value.lensLine)
    lineRead.value = lens
    lineWrong.value = wrong
    return lens
  }

  const missing = computed(() => {
    const { what, body, sheet, lens, lensLine } = answers.value
    if (!what || !begun.value) return 'Say what you will photograph.'
    if (!body && !sheet.trim()) return 'Say with which camera.'
    if (!lens && !lensLine.trim() && !classBody.value?.lens && !read.value?.lens && !ownBuiltIn.value) return 'Say with which lens.'
    return ''
  })
  const ownBuiltIn = computed(() => lenses.value.map((entry) => currentOf(entry)!).find((each) => each.built_into === answers.value.body) ?? null)

  /** The body of the answers; a new one is written. */
  async function bodyOf(): Promise<{ body: Body; lens: Lens | null }> {
    if (ownBody.value) return { body: ownBody.value, lens: ownBuiltIn.value }
    const sheet = await readOwnSheet()
    const start = classBody.value ?? kit.value!.bodies[0]!
    const id = newId()
    const made: Body = { ...(sheet?.body ?? start.body), id }
    const body = { ...made, name: answers.value.bodyName.trim() || (made.name === start.body.name ? `My ${start.label} camera` : made.name) }
    written.push(['bodies', body])
    const own = sheet?.lens ?? start.lens
    if (!own) return { body, lens: null }
    const lens: Lens = { ...own, id: newId(), built_into: id }
    written.push(['lenses', lens])
    return { body, lens }
  }
  async function lensOf(builtIn: Lens | null): Promise<Lens | null> {
    if (ownLens.value) return ownLens.value
    const typed = await readLine()
    if (lineWrong.value) return null
    const made = typed ?? (builtIn ? null : (classLens.value?.lens ?? null))
    if (!made) return builtIn
    const lens = { ...made, id: newId() }
    written.push(['lenses', lens])
    return lens
  }

  async function shootOf(what: Beginning): Promise<Shoot> {
    const shoot = {
      ...blankShoot(newId(), foundation.document.value?.home_zone ?? undefined),
      title: what.label,
      genre: what.genre,
      date: answers.value.date,
    }
    if (!at.value) return shoot
    const { name, latitude_deg, longitude_deg, elevation_m } = at.value
    const zone = at.value.zone ?? (await zoneOf(latitude_deg, longitude_deg))
    return { ...shoot, place: { name, latitude_deg, longitude_deg, elevation_m }, ...(zone ? { zone } : {}) }
  }

  /** What the answers become, written together once all of it is known. */
  let written: [Kind, AnyDocument][] = []
  const working = ref(false)
  /** Makes the documents and leaves for the plan; stays when something is still to be said. What was answered is forgotten once left. */
  async function open(leave: (to: string) => Promise<unknown>): Promise<void> {
    problem.value = missing.value
    if (problem.value || !begun.value || working.value) return
    working.value = true
    written = []
    made.value = new Set()
    try {
      const id = newId()
      const sky = SKIES.find((each) => each.value === light.value)
      const situation = await answered(
        client.POST('/api/v1/begin', {
          body: { id, beginning: begun.value.id, distance: far.value, light: sky ? null : light.value, output: answers.value.output },
        }),
      )
      // Typed first, before anything is written: a lens that cannot be read leaves no half of a kit behind.
      if (answers.value.lensLine.trim() && !ownLens.value && !(await readLine())) return
      const { near_m, far_m, startsAt } = answers.value
      const nearest = near_m ?? situation.near_m
      const farthest = far_m ?? situation.far_m ?? null
      if (far_m !== null && far_m < nearest) {
        problem.value = 'The farthest distance is nearer than the nearest.'
        return
      }
      const { body, lens: builtIn } = await bodyOf()
      const lens = await lensOf(builtIn)
      const shoot = await shootOf(begun.value)
      written.push(['shoots', shoot])
      const fresh = newSituation(shoot, null, 0, foundation.document.value?.mains_hz ?? 50)
      const planned: PlannedSituation = {
        ...fresh,
        body_id: body.id,
        lens_id: lens?.id ?? null,
        situation: {
          ...fresh.situation,
          ...situation,
          starts_at_min: startsAt,
          near_m: nearest,
          far_m: farthest === null ? null : Math.max(farthest, nearest),
          light: sky
            ? { kind: 'sky', condition: sky.condition, cct_k: null, ev_low: null, ev_high: null, ev_refers_to: 'the main subject' }
            : situation.light,
        },
      }
      written.push(['situations', planned])
      made.value = new Set(written.flatMap(([, document]) => ('id' in document ? [document.id] : [])))
      together(`planning “${shoot.title}”`, () => written.forEach(([kind, document]) => edit(kind, document as never)))
      await leave(`/shoots/${shoot.id}/plan/${id}`)
      // This place is gone by now, and what watched the answers with it.
      answers.value = { ...NOTHING }
      localStorage.removeItem(KEPT_AS)
    } catch (error) {
      problem.value = (error as Error).message
    } finally {
      working.value = false
    }
  }

  return {
    answers, loaded, problem, kit, bodies, lenses, places, begun, light, far, skyTells, classBody, classLens, ownBody, read, lineRead, lineWrong,
    readSheet: readOwnSheet, readLine, missing, working, open,
  } // prettier-ignore
}

export type InBegin = ReturnType<typeof useBegin>
