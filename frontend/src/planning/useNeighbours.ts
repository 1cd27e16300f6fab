/** The situations before and after the one a place shows, by key. */
import type { Ref } from 'vue'
import { useRouter } from 'vue-router'
import type { PlannedSituation } from '@/api/types'
import { useShortcuts } from '@/shared/shortcuts'

export function useNeighbours(
  place: 'rehearse' | 'focus',
  at: Readonly<{ shootId: string; situationId: string }>,
  situations: Readonly<Ref<readonly PlannedSituation[]>>,
): void {
  const router = useRouter()
  function go(by: number): void {
    const index = situations.value.findIndex((each) => each.situation.id === at.situationId)
    const to = situations.value[index + by]
    if (to) void router.push(`/shoots/${at.shootId}/${place}/${to.situation.id}`)
  }
  useShortcuts([
    { keys: 'J', does: 'Next situation', run: () => go(1) },
    { keys: 'K', does: 'Previous situation', run: () => go(-1) },
  ])
}
