/** Which body and which route are open in the Pack place: said by the address, so that links and going back work. */
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { PackedBody, Route } from '@/api/types'
import type { InPack } from '@/camera/usePack'
import { preparationText } from './routeWords'

export const PACK_TABS = [
  { value: 'route', label: 'Route' },
  { value: 'camera', label: 'Camera' },
  { value: 'controls', label: 'Controls' },
  { value: 'watch', label: 'Watch for' },
  { value: 'state', label: 'As it stands' },
] as const
export type PackTab = (typeof PACK_TABS)[number]['value']

export function useOpenRoute(pack: InPack, situationId: () => string | undefined) {
  const route = useRoute()
  const router = useRouter()
  const go = (part: Record<string, string | undefined>): void => void router.replace({ query: { ...route.query, ...part } })

  const bodyTabs = computed(() => (pack.answer.value?.bodies ?? []).map((each) => ({ value: each.body_id, label: each.packing.body_name })))
  const bodyId = computed<string>({
    get: () => {
      const own = pack.situations.value.find((each) => each.situation.id === situationId())?.body_id
      const known = (id: unknown): string | undefined => bodyTabs.value.find((each) => each.value === id)?.value
      return known(route.query.body) ?? known(own) ?? bodyTabs.value[0]?.value ?? ''
    },
    set: (to) => go({ body: to, at: undefined }),
  })
  const packed = computed<PackedBody | null>(() => pack.answer.value?.bodies.find((each) => each.body_id === bodyId.value) ?? null)
  const tab = computed<PackTab>({
    get: () => PACK_TABS.find((each) => each.value === route.query.tab)?.value ?? 'route',
    set: (to) => go({ tab: to }),
  })

  /** One of the preparation ("p0", "p1"…), or the situation a way leads into. */
  const open = computed({
    get: () => {
      if (!packed.value) return ''
      const asked = String(route.query.at ?? '')
      const { preparation, moves } = packed.value.packing
      if (asked.startsWith('p') ? preparation[Number(asked.slice(1))] : moves.some((move) => move.situation_id === asked)) return asked
      const own = moves.find((move) => move.situation_id === situationId() && move.route.steps.length)
      return own
        ? own.situation_id
        : preparation.length
          ? 'p0'
          : (moves.find((move) => move.route.steps.length)?.situation_id ?? moves[0]?.situation_id ?? '')
    },
    set: (to) => go({ at: to }),
  })
  const storing = computed(() => (open.value.startsWith('p') ? (packed.value?.packing.preparation[Number(open.value.slice(1))] ?? null) : null))
  const move = computed(() => packed.value?.packing.moves.find((each) => each.situation_id === open.value) ?? null)
  const openRoute = computed<Route | null>(() => storing.value?.route ?? move.value?.route ?? null)
  const title = computed(() => (storing.value ? preparationText(storing.value) : move.value ? `To “${move.value.title}”` : ''))

  /** Every body's ways in shooting order, so that two bodies are followed at once. */
  const day = computed(() =>
    pack.situations.value.flatMap((each) => {
      const holder = pack.answer.value?.bodies.find((one) => one.packing.moves.some((step) => step.situation_id === each.situation.id))
      return holder ? [{ holder, move: holder.packing.moves.find((step) => step.situation_id === each.situation.id)! }] : []
    }),
  )
  const show = (holder: PackedBody, id: string): void => go({ body: holder.body_id, at: id, tab: tab.value === 'camera' ? 'camera' : 'route' })
  const nextBody = (): void => {
    const at = bodyTabs.value.findIndex((each) => each.value === bodyId.value)
    const to = bodyTabs.value[(at + 1) % bodyTabs.value.length]
    if (to) bodyId.value = to.value
  }
  return { bodyTabs, bodyId, packed, tab, open, storing, move, openRoute, title, day, show, nextBody }
}

export type Day = ReturnType<typeof useOpenRoute>['day']['value']
