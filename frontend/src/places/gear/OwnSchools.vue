<script setup lang="ts">
/** What practitioners disagree on, answered once by the photographer: it holds wherever a situation gives no answer of its own. */
import { computed } from 'vue'
import type { FoundationDocument, SchoolQuestion } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { tables } from '@/shared/tables'

type Own = FoundationDocument['schools']
const props = defineProps<{ own: Own }>()
const emit = defineEmits<{ change: [own: Own, question: string] }>()
const USUAL = 'as_usual'
const questions = computed(() => tables.value?.schools ?? [])
const page = (question: SchoolQuestion, school: string | undefined) => question.options.find((each) => each.id === school)

function answer(question: SchoolQuestion, school: string): void {
  const others = Object.fromEntries(Object.entries(props.own).filter(([id]) => id !== question.id))
  emit('change', school === USUAL ? others : { ...others, [question.id]: school }, question.id)
}
</script>

<template>
  <div class="schools">
    <ChoiceField
      v-for="question in questions"
      :key="question.id"
      :label="question.label"
      :value="own[question.id] ?? USUAL"
      :options="[
        { value: USUAL, label: `as usual: ${page(question, question.default)?.label ?? question.default}` },
        ...question.options.map((school) => ({ value: school.id, label: school.label })),
      ]"
      :hint="own[question.id] === undefined ? question.about : page(question, own[question.id])?.wins_when"
      @update:value="(school) => answer(question, school)" />
  </div>
</template>

<style scoped>
.schools {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 10px 16px;
}
</style>
