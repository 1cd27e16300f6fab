<script setup lang="ts">
/** How many of the photographer's standing values hold here; each that gives way with its reason, and how to hold it. */
import { ref } from 'vue'
import type { PlannedSituation, StandingReport } from '@/api/types'
import type { Changes } from '@/planning/pins'
import { labelOf } from '@/planning/labels'
import { useFoundation } from '@/planning/useFoundation'

const props = defineProps<{ report: StandingReport; planned: PlannedSituation }>()
const emit = defineEmits<{ hold: [changes: Changes] }>()
const { insist } = useFoundation()
const open = ref(false)
const genre = (): string => labelOf('genre', props.planned.situation.genre).toLowerCase()
</script>

<template>
  <section class="standing" aria-label="Standing values">
    <p>
      <button v-if="report.gave_way.length" class="link" :aria-expanded="open" @click="open = !open">{{ report.sentence }}</button>
      <span v-else class="soft">{{ report.sentence }}</span>
    </p>
    <ul v-if="open">
      <li v-for="each in report.gave_way" :key="each.setting">
        <p>
          <b>{{ each.label }}</b> {{ each.own_said }} gives way to <b>{{ each.used_said }}</b>. <span class="soft">{{ each.sentence }}</span>
        </p>
        <p v-if="each.by === 'case'" class="links">
          <button class="link" :aria-label="`Hold mine: ${each.label} ${each.own_said}`" @click="emit('hold', { [each.setting]: each.own })">
            Hold mine
          </button>
          <button class="link" :aria-label="`Hold it in ${genre()}: ${each.label} ${each.own_said}`" @click="insist(planned, each.setting, each.own)">
            Hold it in {{ genre() }}
          </button>
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.standing {
  margin: 6px 0;
}

ul {
  margin: 4px 0 8px;
  padding: 0;
  list-style: none;
}

li {
  padding: 4px 0;
  border-top: 1px solid var(--rule);
}

.links {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
</style>
