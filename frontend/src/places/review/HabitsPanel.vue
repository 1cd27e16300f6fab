<script setup lang="ts">
/** Habits in these frames: what never changed can stand in the foundation, what moved belongs in the hand. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { Habit } from '@/api/types'
import { useFoundation } from '@/planning/useFoundation'

const props = defineProps<{ shootId: string; frames: number }>()
const { document, change } = useFoundation()
const found = useQuery({
  queryKey: computed(() => ['habits', props.shootId, props.frames]),
  queryFn: () => answered(client.GET('/api/v1/review/{shoot_id}/habits', { params: { path: { shoot_id: props.shootId } } })),
})
const habits = computed(() => found.data.value ?? [])
const stands = (habit: Habit): boolean => document.value?.settings[habit.setting] === habit.value
function take(habit: Habit): void {
  change((now) => ({ settings: { ...now.settings, [habit.setting]: habit.value } }), `settings/${habit.setting}`)
}
</script>

<template>
  <section aria-label="Habits">
    <h2>Your habits in these frames</h2>
    <p v-if="found.error.value" class="stop" role="alert">{{ found.error.value.message }}</p>
    <p v-else-if="found.data.value && !habits.length" class="soft">
      A habit shows in 200 frames of three days at least. Bring a folder of old frames into a shoot of their own, and they are read here.
    </p>
    <ul>
      <li v-for="each in habits" :key="each.setting">
        <b>{{ each.label }}</b> {{ each.sentence }}
        <template v-if="each.kind === 'standing'">
          <span v-if="stands(each)" class="soft">It stands in your foundation.</span>
          <button v-else class="link" @click="take(each)">Let it stand: {{ each.said }}</button>
        </template>
      </li>
    </ul>
    <p v-if="habits.some((each) => each.kind === 'control')"><RouterLink to="/gear">Put what moves on your controls</RouterLink></p>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding-left: 16px;
}

li {
  padding: 2px 0;
}
</style>
