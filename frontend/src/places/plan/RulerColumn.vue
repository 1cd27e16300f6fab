<script setup lang="ts">
/** The six rulers and the exposure field, or what keeps them from being drawn. */
import { Button } from 'ant-design-vue'
import { ref } from 'vue'
import type { Problem } from '@/api/client'
import type { Body, FrameOut, Lens, Pin, Plan } from '@/api/types'
import type { Changes } from '@/planning/pins'
import RulerStack from '@/planning/RulerStack.vue'
import { evText } from '@/shared/format'
import ExposureField from './ExposureField.vue'

/** folds: they are shown on demand, where there is little room. */
defineProps<{
  plan: Plan | null
  problem: Problem | null
  body: Body | null
  lens: Lens | null
  pins: readonly Pin[]
  frame: FrameOut | null
  folds: boolean
}>()
const emit = defineEmits<{ live: [changes: Changes]; hold: [changes: Changes]; release: [setting: string]; kit: [] }>()
const rulersShown = ref(false)
</script>

<template>
  <p v-if="problem" class="boxed stop" role="alert">
    {{ problem.message }} The last plan stays on screen. <button class="link" @click="emit('kit')">Mend it</button>
  </p>
  <div v-if="!body || !lens" class="empty">
    <p>Which body and lens? The plan starts from their limits.</p>
    <Button type="primary" @click="emit('kit')">Choose the kit</Button>
  </div>
  <template v-else-if="plan">
    <button v-if="folds" class="link" type="button" :aria-expanded="rulersShown" @click="rulersShown = !rulersShown">
      {{ rulersShown ? 'Fold the rulers away' : 'Rulers and exposure field' }}
    </button>
    <RulerStack
      v-if="rulersShown || !folds"
      :plan="plan"
      :body="body"
      :lens="lens"
      :pins="pins"
      :frame="frame"
      @live="(s, v) => emit('live', { [s]: v })"
      @hold="(s, v) => emit('hold', { [s]: v })"
      @cancel="emit('live', {})"
      @release="(setting) => emit('release', setting)" />
    <ExposureField
      v-if="rulersShown || !folds"
      :field="plan.field"
      :windows="plan.windows"
      :ev="evText(plan.light.ev100)"
      @choose="(shutter, aperture) => emit('hold', { shutter_s: shutter, aperture })" />
  </template>
  <p v-else-if="!problem" class="soft">Computing…</p>
</template>
