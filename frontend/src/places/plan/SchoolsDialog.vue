<script setup lang="ts">
/** What every school of one question would do here, in settings and in stops. */
import { useQuery } from '@tanstack/vue-query'
import { Modal } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type { OtherSchool, PlanInput } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { signedStops } from '@/shared/format'
import { tables } from '@/shared/tables'
import { useReturningFocus } from '@/shared/useReturningFocus'

const props = defineProps<{ request: PlanInput; question: string }>()
const emit = defineEmits<{ close: []; follow: [question: string, school: string] }>()
const question = ref(props.question)
const questions = computed(() => tables.value?.schools ?? [])
const page = computed(() => questions.value.find((item) => item.id === question.value))
const answers = useQuery({
  queryKey: computed(() => ['schools', question.value, props.request]),
  queryFn: () => answered(client.POST('/api/v1/schools', { body: { ...props.request, question: question.value } })),
})
const winsWhen = (school: string): string => page.value?.options.find((option) => option.id === school)?.wins_when ?? ''

/** "shutter +1 (slower), ISO −1": only what moves. */
function moved(answer: OtherSchool): string {
  const parts = [
    answer.shutter_stops ? `shutter ${signedStops(Math.abs(answer.shutter_stops)).slice(1)} ${answer.shutter_stops > 0 ? 'slower' : 'faster'}` : '',
    answer.aperture_stops
      ? `aperture ${signedStops(Math.abs(answer.aperture_stops)).slice(1)} ${answer.aperture_stops > 0 ? 'smaller' : 'wider'}`
      : '',
    answer.iso_stops ? `ISO ${signedStops(Math.abs(answer.iso_stops)).slice(1)} ${answer.iso_stops > 0 ? 'higher' : 'lower'}` : '',
  ].filter(Boolean)
  const price =
    answer.price_ev > 0.16
      ? `${signedStops(answer.price_ev)} more past the limits`
      : answer.price_ev < -0.16
        ? `${signedStops(-answer.price_ev).slice(1)} less past the limits`
        : ''
  return [parts.length ? `${parts.join(', ')} (stops)` : 'exposure stays', price].filter(Boolean).join('; ')
}
useReturningFocus(() => emit('close'))
</script>

<template>
  <Modal open title="What would another school do?" :footer="null" :width="640" @cancel="emit('close')">
    <ChoiceField
      v-model:value="question"
      label="Question"
      searchable
      :options="questions.map((item) => ({ value: item.id, label: item.label }))"
      :hint="page?.about" />
    <p v-if="answers.isPending.value" class="soft" aria-busy="true">Planning each…</p>
    <p v-else-if="answers.error.value" class="stop" role="alert">{{ answers.error.value.message }}</p>
    <article v-for="answer in answers.data.value" :key="answer.school" class="school" :class="{ followed: answer.is_followed }">
      <header>
        <b>{{ answer.label }}</b>
        <span v-if="answer.is_followed" class="soft">followed here</span>
        <button v-else class="link" @click="emit('follow', question, answer.school)">Follow it here</button>
      </header>
      <p class="soft">Wins when: {{ winsWhen(answer.school) }}</p>
      <template v-if="!answer.is_followed">
        <p v-if="!answer.differences.length">Here it would change nothing.</p>
        <template v-else>
          <p class="cost">{{ moved(answer) }}</p>
          <dl>
            <template v-for="item in answer.differences.slice(0, 8)" :key="item.setting">
              <dt class="soft">{{ item.label }}</dt>
              <dd>
                {{ item.now }} → <b>{{ item.then }}</b>
              </dd>
            </template>
          </dl>
          <p v-if="answer.differences.length > 8" class="soft">and {{ answer.differences.length - 8 }} more</p>
          <p v-if="answer.new_findings.length">Would raise: {{ answer.new_findings.join(', ') }}.</p>
        </template>
      </template>
    </article>
  </Modal>
</template>

<style scoped>
.school {
  display: grid;
  gap: 2px;
  margin-top: 10px;
  padding-top: 8px;
  border-top: 1px solid var(--rule);
}

header {
  display: flex;
  gap: 12px;
  justify-content: space-between;
}

dl {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 1px 12px;
}
</style>
