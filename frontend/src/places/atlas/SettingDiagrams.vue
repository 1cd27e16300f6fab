<script setup lang="ts">
/** What a focus or drive setting does, drawn: a panel for each of its values that differ. */
import { computed } from 'vue'
import type { CatalogueEntry } from '@/api/types'
import { sayValue } from '@/shared/tables'
import { DIAGRAMS, type Drawing } from './diagrams'
import SettingDiagram from './SettingDiagram.vue'

const props = defineProps<{ entry: CatalogueEntry }>()
const panels = computed(() => DIAGRAMS[props.entry.id] ?? [])
const LEGENDS: Record<Drawing['kind'], string> = {
  area: 'Drawn box: where the body looks. Dashed: where it may look besides.',
  course: 'Bars: as long as it lasts. Strokes: each time it happens.',
  distance: 'Grey: how far the subject is. Coloured: where focus stands. A block: something before it.',
}
const legends = computed(() => [...new Set(panels.value.map((panel) => LEGENDS[panel.drawing.kind]))])
</script>

<template>
  <section v-if="panels.length" aria-label="Drawn">
    <h2>Drawn</h2>
    <div class="row">
      <figure v-for="panel in panels" :key="String(panel.value)">
        <SettingDiagram :drawing="panel.drawing" />
        <figcaption>
          <b v-if="panel.value !== null">{{ sayValue(entry, panel.value) }}.</b> {{ panel.drawing.says }}
        </figcaption>
      </figure>
    </div>
    <p class="soft">{{ legends.join(' ') }}</p>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 12px 18px;
  max-width: 820px;
  margin: 6px 0;
}

figure {
  margin: 0;
}

figcaption {
  max-width: 200px;
  padding-top: 3px;
  font-size: 12.5px;
  line-height: 1.3;
}
</style>
