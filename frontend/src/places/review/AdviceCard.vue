<script setup lang="ts">
/** One change with the frames that speak for it and its price; taken, or declined with a reason. */
import { ref } from 'vue'
import type { AdvisedChange } from '@/api/types'

defineProps<{ advice: AdvisedChange }>()
const emit = defineEmits<{ accept: []; decline: [because: string]; evidence: [ids: string[]] }>()
const declining = ref(false)
const because = ref('')
</script>

<template>
  <article>
    <h3>{{ advice.title }}</h3>
    <p>
      {{ advice.because }}
      <span :class="{ cost: advice.costs.startsWith('Costs') && !advice.costs.startsWith('Costs nothing') }">{{ advice.costs }}</span>
      {{ advice.predicted }}
    </p>
    <form v-if="declining" @submit.prevent="emit('decline', because)">
      <label>
        Why not?
        <input v-model="because" maxlength="2000" autocomplete="off" placeholder="another lens next time" />
      </label>
      <button class="link">Decline</button>
      <button type="button" class="link" @click="declining = false">Keep it open</button>
    </form>
    <p v-else class="deeds">
      <button class="link" @click="emit('accept')">Accept</button>
      <button class="link" @click="declining = true">Decline, because…</button>
      <button v-if="advice.evidence.length" class="link" @click="emit('evidence', advice.evidence)">Show the frames</button>
    </p>
  </article>
</template>

<style scoped>
article {
  padding: 8px 10px;
  border-left: 3px solid var(--move);
  background: var(--sheet);
}

h3 {
  color: var(--ink);
  font-size: 13px;
  font-stretch: 100%;
  letter-spacing: 0;
}

.deeds,
form {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  margin-top: 4px;
}

.link {
  min-height: 24px;
}

label {
  display: grid;
  flex-basis: 100%;
}

input {
  padding: 3px 6px;
  border: 1px solid var(--edge);
  background: var(--wall);
  color: inherit;
  font: inherit;
}
</style>
