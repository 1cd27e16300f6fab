<script setup lang="ts">
/** What none, one, two … places make of the seconds of a shoot. */
import { computed } from 'vue'
import type { BodyPacking } from '@/api/types'
import { secondsText } from './routeWords'

const props = defineProps<{ costs: BodyPacking['costs'] }>()
const most = computed(() => Math.max(...props.costs.map((each) => each.seconds), 1))
</script>

<template>
  <ol class="costs" aria-label="Seconds of setting by number of places">
    <li v-for="each in costs" :key="each.places" :class="{ beyond: !each.exists }">
      <span>{{ each.places }} {{ each.places === 1 ? 'place' : 'places' }}</span>
      <span class="bar" aria-hidden="true"><i :style="{ width: `${(each.seconds / most) * 100}%` }" /></span>
      <span>{{ secondsText(each.seconds) }}{{ each.exists ? '' : ', if it had them' }}</span>
    </li>
  </ol>
</template>

<style scoped>
.costs {
  display: grid;
  gap: 2px;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr) 130px;
  gap: 10px;
  align-items: center;
}

.bar {
  height: 9px;
  background: var(--well);
}

.bar i {
  display: block;
  height: 100%;
  background: var(--move);
}

.beyond {
  color: var(--soft);
}

.beyond .bar i {
  background: repeating-linear-gradient(90deg, var(--soft) 0 3px, transparent 3px 6px);
}
</style>
