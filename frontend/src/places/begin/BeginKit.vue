<script setup lang="ts">
/** With what: a body and a lens that are owned, named, pasted from a sheet, or taken from a class to begin with. */
import { computed } from 'vue'
import { currentOf } from '@/saving/documents'
import LineField from '@/shared/LineField.vue'
import PictureChoice from '@/shared/PictureChoice.vue'
import SheetRead from '@/planning/SheetRead.vue'
import LensPicture from './LensPicture.vue'
import SensorPicture from './SensorPicture.vue'
import type { InBegin } from './useBegin'

const props = defineProps<{ begin: InBegin }>()
const { answers, kit, bodies, lenses, classBody, ownBody, read, lineRead, lineWrong, readSheet, readLine } = props.begin

const bodyOptions = computed(() => [
  ...bodies.value.map((entry) => {
    const body = currentOf(entry)!
    return { value: body.id, label: body.name, says: 'yours', width: body.sensor_width_mm, height: body.sensor_height_mm }
  }),
  ...(kit.value?.bodies ?? []).map((each) => ({
    value: each.id,
    label: each.label,
    says: each.says,
    width: each.body.sensor_width_mm,
    height: each.body.sensor_height_mm,
  })),
])
const lensOptions = computed(() => [
  ...lenses.value.map((entry) => {
    const lens = currentOf(entry)!
    return { value: lens.id, label: lens.name, says: 'yours', shortest: lens.focal_min_mm, longest: lens.focal_max_mm }
  }),
  ...(kit.value?.lenses ?? []).map((each) => ({
    value: each.id,
    label: each.label,
    says: each.lens.name,
    shortest: each.lens.focal_min_mm,
    longest: each.lens.focal_max_mm,
  })),
])
const builtIn = computed(() => (ownBody.value ? null : (read.value?.lens ?? classBody.value?.lens ?? null)))
</script>

<template>
  <div class="kit">
    <h3>The camera: yours, or the class it belongs to</h3>
    <PictureChoice v-model:value="answers.body" label="Camera" small :options="bodyOptions">
      <template #picture="{ option }"><SensorPicture :width="option.width" :height="option.height" /></template>
    </PictureChoice>
    <div v-if="!ownBody" class="typed">
      <div class="field">
        <span class="caption" aria-hidden="true">What you call it</span>
        <LineField label="What you call it" pointer="/begin/body" :value="answers.bodyName" @change="(text) => (answers.bodyName = text)" />
      </div>
      <div class="field">
        <span class="caption" aria-hidden="true">Its specification sheet, pasted: what is understood replaces the class's figures</span>
        <LineField
          label="Specification sheet"
          pointer="/begin/sheet"
          :rows="3"
          :most="40000"
          placeholder="33 MP, 36 × 24 mm, ISO 100–51,200, shutter 1/8000 s …"
          :value="answers.sheet"
          @change="
            (text) => {
              answers.sheet = text
              void readSheet()
            }
          " />
      </div>
      <div v-if="read || answers.sheet" class="read-room"><SheetRead v-if="read" :read="read" /></div>
    </div>
    <template v-if="builtIn">
      <p>Its own lens comes with it: {{ builtIn.name }}.</p>
    </template>
    <template v-else>
      <h3>The lens</h3>
      <div class="field line-of-lens">
        <span class="caption" aria-hidden="true">Type it, like 70–200 mm f/2.8, or choose below</span>
        <LineField
          label="Lens"
          pointer="/begin/lens"
          placeholder="70–200 mm f/2.8"
          :value="answers.lensLine"
          @change="
            (text) => {
              answers.lensLine = text
              if (text.trim()) answers.lens = ''
              void readLine()
            }
          " />
        <p v-if="lineWrong" class="stop note" role="alert">{{ lineWrong }}</p>
        <p v-else-if="lineRead" class="soft note">
          {{ lineRead.focal_min_mm }}{{ lineRead.focal_max_mm > lineRead.focal_min_mm ? `–${lineRead.focal_max_mm}` : '' }} mm,
          {{ lineRead.stabiliser_stops ? `${lineRead.stabiliser_stops} stops stabilised` : 'not stabilised' }}
        </p>
      </div>
      <PictureChoice v-model:value="answers.lens" label="Lens by kind" small :options="lensOptions">
        <template #picture="{ option }"><LensPicture :shortest="option.shortest" :longest="option.longest" /></template>
      </PictureChoice>
    </template>
  </div>
</template>

<style scoped>
.kit {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

.typed {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 2fr);
  gap: 10px 14px;
}

.typed > :last-child:nth-child(3) {
  grid-column: 1 / -1;
}

/* Kept from the first letter on, so that what is read pushes nothing away. */
.read-room {
  min-height: 92px;
}

.line-of-lens {
  max-width: 420px;
}

@media (max-width: 760px) {
  .typed {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
