<script setup lang="ts">
/** Up to four variants side by side, matched in brightness if wanted, each with its measured signal-to-noise. */
import { useQueries } from '@tanstack/vue-query'
import { Switch } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type { FrameOut, RenderRequest, Situation } from '@/api/types'
import { apertureText, isoText, shutterWithUnit, signedStops } from '@/shared/format'
import { fixed } from '@/shared/numberText'
import { fetchFrame } from '@/frames/useFrame'

export interface Variant {
  name: string
  request: RenderRequest
}
const props = defineProps<{ variants: readonly Variant[]; output: Situation['output'] }>()
defineEmits<{ drop: [index: number]; take: [index: number] }>()
const matched = ref(true)

/** Stops by which a variant is brightened to look as bright as the first. */
const matchEv = (frame: FrameOut | undefined, first: FrameOut | undefined): number =>
  frame && first ? frame.exposure_ev100 - first.exposure_ev100 : 0
const plain = useQueries({
  queries: computed(() =>
    props.variants.map(({ request }) => ({
      queryKey: ['variant', request],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        fetchFrame({ ...request, measure: true, masks: false, look: { ...request.look, width_px: 720 } }, signal),
      staleTime: 60_000,
    })),
  ),
})
const shown = useQueries({
  queries: computed(() =>
    props.variants.map(({ request }, i) => {
      const by = matched.value ? matchEv(plain.value[i]?.data, plain.value[0]?.data) : 0
      return {
        queryKey: ['matched', request, by],
        enabled: Math.abs(by) > 0.01,
        queryFn: ({ signal }: { signal: AbortSignal }) =>
          fetchFrame({ ...request, masks: false, look: { ...request.look, width_px: 720, match_ev: Math.max(-12, Math.min(12, by)) } }, signal),
        staleTime: 60_000,
      }
    }),
  ),
})
const picture = (i: number): string | undefined =>
  matched.value ? (shown.value[i]?.data?.image ?? plain.value[i]?.data?.image) : plain.value[i]?.data?.image
const caption = (frame: FrameOut): string =>
  `${shutterWithUnit(frame.capture.shutter_s)} · ${apertureText(frame.capture.aperture)} · ISO ${isoText(frame.capture.iso)}`
const pairs = computed(() => props.variants.slice(1).map((variant) => ({ a: props.variants[0]!.request, b: variant.request })))
const verdicts = useQueries({
  queries: computed(() =>
    pairs.value.map((pair, i) => {
      const by = matched.value ? matchEv(plain.value[i + 1]?.data, plain.value[0]?.data) : 0
      const b = { ...pair.b, look: { ...pair.b.look, width_px: 480, match_ev: by } }
      const a = { ...pair.a, look: { ...pair.a.look, width_px: 480 } }
      return {
        queryKey: ['visible', a, b, props.output],
        queryFn: () => answered(client.POST('/api/v1/visible', { body: { a, b, output: props.output } })),
      }
    }),
  ),
})
</script>

<template>
  <div class="variants">
    <label class="line"
      ><Switch v-model:checked="matched" size="small" aria-label="Match brightness" /> as bright as the first, so that noise compares fairly</label
    >
    <div class="grid">
      <figure v-for="(variant, i) in variants" :key="i">
        <img v-if="picture(i)" :src="picture(i)" :alt="variant.name" />
        <div v-else class="waits" aria-busy="true">{{ plain[i]?.error?.message ?? '' }}</div>
        <figcaption>
          <b>{{ variant.name }}</b>{{ ' ' }}
          <template v-if="plain[i]?.data"
            >{{ caption(plain[i]!.data!) }}
            <span class="soft"
              >· signal-to-noise
              <template v-for="tone in plain[i]!.data!.tones.filter((each) => each.snr).slice(0, 4)" :key="tone.name"
                >{{ tone.name }} {{ fixed(tone.snr!) }};
              </template>
            </span>
            <span v-if="matched && i > 0 && Math.abs(matchEv(plain[i]?.data, plain[0]?.data)) > 0.1" class="soft"
              >shown {{ signedStops(matchEv(plain[i]?.data, plain[0]?.data)) }} EV</span
            >
          </template>
          <span v-if="i > 0 && verdicts[i - 1]?.data" :class="{ cost: verdicts[i - 1]!.data!.seen }"> {{ verdicts[i - 1]!.data!.because }}</span>
          <br />
          <button class="link" @click="$emit('take', i)">Go on from it</button>
          <button class="link" @click="$emit('drop', i)">Drop</button>
        </figcaption>
      </figure>
    </div>
  </div>
</template>

<style scoped>
.variants {
  display: grid;
  gap: 6px;
}

.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 8px;
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
}

figcaption {
  font-size: 12px;
  line-height: 1.35;
}

figcaption button {
  margin-right: 10px;
}
</style>
