/** Which options of a setting a body has: declared, or gone with an ability it lacks. The server knows; before it answers, all. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { Body, CatalogueEntry } from '@/api/types'

type Option = CatalogueEntry['options'][number]

export function useSupported(body: () => Body | null) {
  const found = useQuery({
    queryKey: computed(() => ['supported', body()]),
    queryFn: () => answered(client.POST('/api/v1/gear/supported', { body: body()! })),
    enabled: computed(() => body() !== null),
    placeholderData: (before) => before,
  })
  /** "none": the body does not have the setting at all. */
  function optionsOn(entry: CatalogueEntry): readonly Option[] | 'none' {
    const declared = found.data.value?.find((each) => each.setting === entry.id)
    if (!declared) return entry.options
    return declared.options.length ? entry.options.filter((option) => declared.options.includes(option.id)) : 'none'
  }
  return { optionsOn }
}
