/** Two values of a setting side by side, where the address asks for them; once, as soon as there is a frame to change. */
import { type Ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Rehearsal, RenderRequest } from '@/api/types'
import { sayValue, settingOf } from '@/shared/tables'
import { askedToCompare, requestAt } from './compareAsked'
import type { Variant } from './VariantsView.vue'

export function useCompareAsked(
  wished: Ref<RenderRequest | null>,
  base: Ref<Rehearsal | null>,
  point: () => { x: number; y: number },
  lay: (variants: Variant[]) => void,
): void {
  const route = useRoute()
  const asked = askedToCompare(route.query.compare)
  if (!asked) return
  let done = false
  watch(
    [wished, base],
    ([request, planned]) => {
      const entry = settingOf(asked.setting)
      if (done || !request || !planned || !entry) return
      done = true
      lay(
        asked.values.map((value) => ({
          name: `${entry.label} ${sayValue(entry, value)}`,
          request: requestAt(request, planned, asked.setting, value, point()),
        })),
      )
    },
    { immediate: true, flush: 'post' },
  )
}
