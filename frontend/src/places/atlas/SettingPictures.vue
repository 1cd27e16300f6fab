<script setup lang="ts">
/** What a setting does to a picture: the same drawn scene at two or three of its values; and the way to see it on one's own shoot. */
import { computed } from 'vue'
import type { CatalogueEntry } from '@/api/types'
import { sayValue } from '@/shared/tables'
import illustrations from './pictures/illustrations.json'

/** rehearse: where the shoot's own situation is rehearsed, if one is open. */
const props = defineProps<{ entry: CatalogueEntry; rehearse: string | null }>()
const pictures = import.meta.glob<string>('./pictures/*.jpg', { eager: true, query: '?url', import: 'default' })
const shown = computed(() => illustrations.find((each) => each.setting === props.entry.id) ?? null)
const ends = computed(() => (shown.value ? [shown.value.values[0], shown.value.values.at(-1)].map(String).join('|') : ''))
</script>

<template>
  <section v-if="shown" aria-label="In a picture">
    <h2>In a picture</h2>
    <div class="row">
      <figure v-for="(value, k) in shown.values" :key="String(value)">
        <img :src="pictures[`./pictures/${shown.setting}-${k}.jpg`]" :alt="`${shown.what} at ${sayValue(entry, value)}`" width="360" height="240" />
        <figcaption>{{ sayValue(entry, value) }}</figcaption>
      </figure>
    </div>
    <p class="soft">
      {{ shown.what }}, drawn{{ shown.close ? ', a part of the frame' : '' }}; what else the plan then sets follows from it.
      <RouterLink v-if="rehearse" :to="{ path: rehearse, query: { compare: `${entry.id}:${ends}` } }">Show me on my shoot</RouterLink>
    </p>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px;
  max-width: 820px;
  margin: 6px 0;
}

figure {
  margin: 0;
}

img {
  width: 100%;
  height: auto;
}

figcaption {
  font-weight: 600;
}
</style>
