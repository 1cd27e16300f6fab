<script setup lang="ts">
/** The setup with its reasons: what to do with it, its frame, what changes with the light, every value, what it costs. */
import { Button } from 'ant-design-vue'
import { defineAsyncComponent } from 'vue'
import type { FrameOut, Plan, PlanInput, PlannedSituation, Requests } from '@/api/types'
import ChangingLight from './ChangingLight.vue'
import PlanNotes from './PlanNotes.vue'
import type { Changes } from '@/planning/pins'
import OwnWord from '@/shared/OwnWord.vue'
import SecondBody from './SecondBody.vue'
import SetupSheet from './SetupSheet.vue'
import StandingLine from './StandingLine.vue'

const PlanPreview = defineAsyncComponent(() => import('./PlanPreview.vue'))
const props = defineProps<{ planned: PlannedSituation; plan: Plan | null; request: PlanInput | null; hasKit: boolean; said: string }>()
const emit = defineEmits<{
  save: []
  hold: [changes: Changes]
  ask: [changes: Partial<Requests>]
  release: [setting: string]
  'release-all': []
  frame: [made: FrameOut | null]
  schools: [question: string]
  reserve: []
}>()
const at = (place: string): string => `/shoots/${props.planned.shoot_id}/${place}/${props.planned.situation.id}`
</script>

<template>
  <div class="setup-actions">
    <Button size="small" type="primary" :disabled="!plan" @click="emit('save')">Save setup</Button>
    <RouterLink :to="at('card')">Card and print</RouterLink>
    <span v-if="planned.pins.length"
      ><button class="link" @click="emit('release-all')">Release {{ planned.pins.length }} held</button> <OwnWord word="Held"
    /></span>
  </div>
  <p v-if="said" class="soft" role="status">{{ said }}. <RouterLink v-if="said.startsWith('Saved')" to="/setups">Setups</RouterLink></p>
  <div v-if="hasKit" class="frame-room">
    <PlanPreview
      v-if="request && plan"
      :request="request"
      :planned="planned"
      :plan="plan"
      :to="at('rehearse')"
      @frame="(made) => emit('frame', made)" />
  </div>
  <template v-if="plan && hasKit">
    <StandingLine v-if="plan.standing" :report="plan.standing" :planned="planned" @hold="(changes) => emit('hold', changes)" />
    <SetupSheet
      :plan="plan"
      :requests="planned.preferences.requests"
      :looks="request?.body.abilities?.looks ?? []"
      @ask="(changes) => emit('ask', changes)"
      @release="(setting) => emit('release', setting)"
      @schools="(question) => emit('schools', question)"
      @reserve="emit('reserve')" />
    <!-- These answer a moment later: what stands above them stays where it is. -->
    <ChangingLight v-if="request?.sky" :request="request" />
    <SecondBody v-if="request && planned.second_body_id" :request="request" :planned="planned" />
    <PlanNotes :plan="plan" />
  </template>
</template>

<style scoped>
.setup-actions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}

/* Until the frame is here its room is kept: the values under it stay where they are. */
.frame-room:empty {
  aspect-ratio: 3 / 2;
  margin-bottom: 84px;
  background: var(--well);
}
</style>
