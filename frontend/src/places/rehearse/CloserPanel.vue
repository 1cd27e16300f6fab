<script setup lang="ts">
/** Marked places at 400 %, one sensor pixel as four: the kept frame beside the one tried, linked. */
import { useQueries } from '@tanstack/vue-query'
import { computed } from 'vue'
import type { RenderRequest } from '@/api/types'
import { fetchFrame } from '@/frames/useFrame'

const props = defineProps<{ asked: RenderRequest; kept: RenderRequest | null; marks: readonly { x: number; y: number }[] }>()
defineEmits<{ forget: [index: number] }>()
const CROP = { width: 84, height: 56 }
const crops = computed(() =>
  props.marks.flatMap((mark, index) => {
    const look = (request: RenderRequest): RenderRequest => ({
      ...request,
      masks: false,
      look: { ...request.look, width_px: CROP.width, crop_height_px: CROP.height, crop: mark } as RenderRequest['look'],
    })
    const sides = [{ which: 'now', request: look(props.asked) }]
    if (props.kept) sides.unshift({ which: 'kept', request: look(props.kept) })
    return sides.map((side) => ({ ...side, index }))
  }),
)
const answers = useQueries({
  queries: computed(() =>
    crops.value.map((crop) => ({
      queryKey: ['loupe', crop.request],
      queryFn: ({ signal }: { signal: AbortSignal }) => fetchFrame(crop.request, signal),
      staleTime: 60_000,
    })),
  ),
})
</script>

<template>
  <section class="panel" aria-label="Closer">
    <p v-if="!marks.length" class="soft">
      Click up to three places in the frame: they are shown here at 400 %, with the noise and blur of single pixels.
    </p>
    <div v-for="(_, m) in marks" :key="m" class="place">
      <p>
        <b>Place {{ m + 1 }}</b> <button class="link" @click="$emit('forget', m)">Forget it</button>
      </p>
      <div class="sides">
        <template v-for="(crop, i) in crops" :key="`${crop.index}${crop.which}`">
          <figure v-if="crop.index === m">
            <img v-if="answers[i]?.data" :src="answers[i]!.data!.image" :alt="`Place ${m + 1}, ${crop.which}`" />
            <p v-else-if="answers[i]?.error" class="stop" role="alert">{{ answers[i]!.error!.message }}</p>
            <div v-else class="waits" aria-busy="true" />
            <figcaption>{{ crop.which }}</figcaption>
          </figure>
        </template>
      </div>
    </div>
    <p v-if="marks.length && !kept" class="soft">Keep a frame (A) to see it beside the one you try.</p>
  </section>
</template>

<style scoped>
.sides {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 4px;
}

figure {
  margin: 0;
}

img,
.waits {
  display: block;
  width: 100%;
  aspect-ratio: 3 / 2;
  background: var(--well);
  image-rendering: pixelated;
}

figcaption {
  color: var(--soft);
  font-size: 11px;
}
</style>
