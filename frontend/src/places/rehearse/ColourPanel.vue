<script setup lang="ts">
/** White balance: mode, kelvin and tint, the cast of every light, a card read by a click, and what raw and JPEG can mend. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { Switch } from 'ant-design-vue'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { Body, Capture, RenderRequest, SceneTuning } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { kelvinText } from '@/shared/format'
import PickRow from '@/shared/PickRow.vue'
import RangeField from '@/shared/RangeField.vue'
import { settingOf } from '@/shared/tables'
import { fixed } from '@/shared/numberText'
import type { Changes } from '@/planning/pins'

const props = defineProps<{ asked: RenderRequest; capture: Capture; body: Body; tuning: SceneTuning; clicked: { x: number; y: number } | null }>()
const emit = defineEmits<{ change: [changes: Changes]; tune: [tuning: Partial<SceneTuning>] }>()
const request = computed(() => ({ ...props.asked, look: { ...props.asked.look, width_px: 480 }, masks: false, point: props.clicked }))
const answer = useQuery({
  queryKey: computed(() => ['white', request.value]),
  queryFn: ({ signal }) => answered(client.POST('/api/v1/white-balance', { body: request.value, signal })),
  placeholderData: keepPreviousData,
})
const found = computed(() => answer.data.value)
const modes = computed(() =>
  (settingOf('white_balance')?.options ?? []).filter((option) => option.id !== 'custom').map((option) => ({ value: option.id, label: option.label })),
)
const VERDICTS = { full: 'raw mends it', partial: 'raw mends part', monochrome: 'black-and-white only' }
const castText = (mired: number): string => (Math.abs(mired) < 3 ? 'neutral' : `${fixed(Math.abs(mired))} mired ${mired > 0 ? 'warm' : 'cool'}`)
const takeCard = (): void =>
  emit('change', {
    white_balance: 'kelvin',
    kelvin: Math.round(found.value!.card_kelvin! / 10) * 10,
    wb_tint: Math.round((found.value!.card_tint ?? 0) * 2) / 2,
  })
</script>

<template>
  <section class="panel" aria-label="Colour">
    <ChoiceField
      label="White balance"
      :options="modes"
      :value="capture.white.mode"
      @update:value="
        (mode) => emit('change', mode === 'kelvin' ? { kelvin: Math.round((found?.kelvin ?? 5000) / 50) * 50 } : { white_balance: mode })
      " />
    <RangeField
      label="Kelvin"
      :min="1e6 / body.kelvin_high"
      :max="1e6 / body.kelvin_low"
      :step="2"
      :text="kelvinText(found?.kelvin ?? capture.white.kelvin)"
      :value="1e6 / (found?.kelvin ?? capture.white.kelvin)"
      :hint="`This body: ${body.kelvin_low} to ${body.kelvin_high} K`"
      @update:value="(mired) => emit('change', { kelvin: Math.round(1e6 / mired / 50) * 50 })" />
    <RangeField
      label="Tint"
      :min="-10"
      :max="10"
      :step="0.5"
      :text="capture.white.tint === 0 ? 'none' : `${Math.abs(capture.white.tint)} ${capture.white.tint > 0 ? 'against green' : 'against magenta'}`"
      :value="capture.white.tint"
      @update:value="(tint) => emit('change', { wb_tint: tint })" />
    <PickRow
      v-if="capture.white.mode === 'auto'"
      label="Warm light"
      :options="[
        { value: 'white', label: 'keep white' },
        { value: 'balanced', label: 'balanced' },
        { value: 'warm', label: 'keep warm' },
      ]"
      :value="capture.white.bias"
      @update:value="(bias) => emit('change', { wb_bias: bias })" />
    <p v-if="answer.error.value" class="stop" role="alert">{{ answer.error.value.message }}</p>
    <template v-if="found">
      <p>
        Taken for white: <b>{{ kelvinText(found.kelvin) }}</b><template v-if="Math.abs(found.duv) > 0.0005"
          >, {{ fixed(found.duv * 1000, 1).replace('-', '−') }} thousandths {{ found.duv > 0 ? 'towards green' : 'towards magenta' }}</template
        >.
      </p>
      <div v-for="light in found.lights" :key="light.name" class="light">
        <b>{{ light.name }}</b> <span class="soft">{{ kelvinText(light.cct_k) }}</span>{{ ' ' }}
        <span :class="{ cost: light.delta_e > 6 }">{{ castText(light.cast_mired) }}, ΔE {{ fixed(light.delta_e) }}</span>
        <p class="soft">{{ light.sentence }}</p>
        <p v-if="light.delta_e > 4 || light.verdict !== 'full'" class="soft">
          Verdict: <b :class="{ stop: light.verdict === 'monochrome' }">{{ VERDICTS[light.verdict] }}</b>; a JPEG
          {{ light.jpeg_can ? 'can be mended too' : 'cannot' }}. Signal-to-noise at mid: red {{ fixed(light.channel_snr.red) }}, green
          {{ fixed(light.channel_snr.green) }}, blue {{ fixed(light.channel_snr.blue) }}.
        </p>
      </div>
    </template>
    <label class="line"
      ><Switch
        size="small"
        :checked="tuning.card"
        aria-label="Hold a grey card into the light"
        @update:checked="(on) => emit('tune', { card: Boolean(on) })" />
      hold a grey card into the main light</label
    >
    <p v-if="tuning.card && !clicked" class="soft">Click the card in the frame to read it.</p>
    <p v-if="found?.card_kelvin && clicked">
      Read there: <b>{{ kelvinText(found.card_kelvin) }}</b>, tint {{ fixed(found.card_tint!, 1).replace('-', '−') }}.
      <button class="link" @click="takeCard">Set it</button>
    </p>
  </section>
</template>

<style scoped>
.light {
  padding: 4px 0;
  border-top: 1px solid var(--rule);
}
</style>
