<script setup lang="ts">
/** How many of the photographer's standing values hold here; each that gives way with its reason, and how to hold it. */
import type { PlannedSituation, StandingReport } from '@/api/types'
import type { Changes } from '@/planning/pins'
import { labelOf } from '@/planning/labels'
import { useFoundation } from '@/planning/useFoundation'
import FoldedList from './FoldedList.vue'

const props = defineProps<{ report: StandingReport; planned: PlannedSituation }>()
const emit = defineEmits<{ hold: [changes: Changes] }>()
const { insist } = useFoundation()
const genre = (): string => labelOf('genre', props.planned.situation.genre).toLowerCase()
</script>

<template>
  <FoldedList name="Standing values" :sentence="report.sentence" :items="report.gave_way" :foldable="report.gave_way.length > 0">
    <template #said="{ each }">
      <b>{{ each.label }}</b> {{ each.own_said }} gives way to <b>{{ each.used_said }}</b>. <span class="soft">{{ each.sentence }}</span>
    </template>
    <template #links="{ each }">
      <template v-if="each.by === 'case'">
        <button class="link" :aria-label="`Hold mine: ${each.label} ${each.own_said}`" @click="emit('hold', { [each.setting]: each.own })">
          Hold mine
        </button>
        <button class="link" :aria-label="`Hold it in ${genre()}: ${each.label} ${each.own_said}`" @click="insist(planned, each.setting, each.own)">
          Hold it in {{ genre() }}
        </button>
      </template>
    </template>
  </FoldedList>
</template>
