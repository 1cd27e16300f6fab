<script setup lang="ts">
/** What one's own answers change in one's own plans: agree, differ by stops, and which plan the most. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { Body, FoundationDocument } from '@/api/types'
import { blankFoundation, inPlans } from '@/planning/useFoundation'

const props = defineProps<{ body: Body; own: FoundationDocument | null }>()
const foundation = computed(() => inPlans(props.own ?? blankFoundation()))
const found = useQuery({
  queryKey: computed(() => ['agreement', props.body, foundation.value]),
  queryFn: () => answered(client.POST('/api/v1/shoots/agreement', { body: { body: props.body, foundation: foundation.value } })),
})
const result = computed(() => found.data.value)
const values = computed(() => Object.keys(foundation.value.settings).length + foundation.value.standing.length)
</script>

<template>
  <p v-if="found.isPending.value" class="soft" aria-busy="true">Planning your own situations, with your answers and with ours…</p>
  <p v-else-if="found.error.value" class="stop" role="alert">{{ found.error.value.message }}</p>
  <template v-else-if="result">
    <p class="sum" role="status">{{ result.sentence }}</p>
    <template v-if="result.of">
      <p>{{ result.agree }} of {{ result.of }} plans keep their exposure.</p>
      <p v-if="values">
        Of your standing values, over all plans, {{ result.hold }} hold and {{ result.give_way }} give way to a number of the case or the kit; each
        plan says which.
      </p>
      <table v-if="result.answers.length" class="list">
        <caption class="visually-hidden">
          What each answer changes
        </caption>
        <thead>
          <tr>
            <th scope="col">Question</th>
            <th scope="col">You</th>
            <th scope="col">We</th>
            <th scope="col">In your plans</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="answer in result.answers" :key="answer.question">
            <th scope="row">{{ answer.label }}</th>
            <td>{{ answer.own }}</td>
            <td>{{ answer.usual }}</td>
            <td>{{ answer.sentence }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft">You answered every question as we would.</p>
    </template>
    <p v-else class="soft">Plan a shoot, and come back: this page then says what your answers change in it.</p>
  </template>
</template>

<style scoped>
p {
  margin: 8px 0;
}

.sum {
  font-size: 15px;
  font-weight: 600;
}
</style>
