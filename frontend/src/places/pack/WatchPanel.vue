<script setup lang="ts">
/** What to watch for: warnings of the places, pauses that are too short, the worst mishaps, and the day without each thing. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { Problem } from '@/api/client'
import type { Failure, PackedBody } from '@/api/types'
import type { InPack } from '@/camera/usePack'

const props = defineProps<{ pack: InPack; packed: PackedBody }>()
const failures = ref<Failure[] | null>(null)
const asking = ref(false)
const trouble = ref('')
async function askFailures(): Promise<void> {
  asking.value = true
  trouble.value = ''
  try {
    failures.value = await props.pack.fetchFailures()
  } catch (error) {
    trouble.value = error instanceof Problem ? error.message : String(error)
  } finally {
    asking.value = false
  }
}
/** Pauses are told below, with what to do. */
const findings = computed(() => props.packed.packing.findings.filter((each) => each.code !== 'slot_no_time'))
const likely = (share: number): string => (share < 0.005 ? 'hardly ever' : `${Math.round(share * 100)} in 100 days`)
const noticed = (hard: number): string => (hard < 0.3 ? 'shows at once' : hard < 0.6 ? 'shows if you look' : 'hardly shows')
</script>

<template>
  <div class="panel">
    <p v-if="packed.stale" class="clash" role="alert">{{ packed.stale }}</p>
    <template v-if="findings.length">
      <h3>Places</h3>
      <p v-for="(each, k) in findings" :key="k" class="clash" :class="each.level">
        <RouterLink :to="`/atlas/checks/${each.code}`">{{ each.title }}</RouterLink>. {{ each.sentence }}
      </p>
    </template>
    <template v-if="packed.packing.moves.some((move) => move.proposal)">
      <h3>Pauses</h3>
      <p v-for="move in packed.packing.moves.filter((each) => each.proposal)" :key="move.situation_id" class="clash caution">
        <b>{{ move.title }}.</b> {{ move.proposal }}
      </p>
    </template>
    <h3>One wrong switch: the worst three</h3>
    <ol class="mishaps">
      <li v-for="each in packed.worst" :key="each.what">
        <b>{{ each.what }}</b><span class="soft"> in “{{ each.situation }}”, {{ each.kind }}</span>
        <p>
          {{ Math.round(each.frames_lost) }} frames at stake, {{ likely(each.likelihood) }}, {{ noticed(each.hard_to_notice) }}. Sign:
          {{ each.sign }}. {{ each.guard }}
        </p>
      </li>
    </ol>
    <p v-if="!packed.worst.length" class="soft">Nothing on this body can be knocked far.</p>
    <h3>The day without</h3>
    <Button v-if="!failures" class="ask" size="small" :loading="asking" @click="askFailures">Plan each failure</Button>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <details v-for="each in failures ?? []" :key="each.kind + each.what">
      <summary>{{ each.sentence }}</summary>
      <p v-for="one in each.situations" :key="one.situation_id">
        <b>{{ one.title }}:</b> {{ one.sentence }}
      </p>
    </details>
  </div>
</template>

<style scoped src="../sky/panel.css"></style>
<style scoped>
.clash {
  padding: 4px 8px;
  border-left: 3px solid var(--edge);
  background: var(--sheet);
}

.clash.caution {
  border-color: var(--cost);
}

.clash.stop {
  border-color: var(--stop);
  color: inherit;
}

.ask {
  justify-self: start;
}

.mishaps {
  display: grid;
  gap: 6px;
  padding-left: 18px;
}

details {
  padding: 2px 0;
  border-top: 1px solid var(--rule);
}

summary {
  cursor: pointer;
}
</style>
