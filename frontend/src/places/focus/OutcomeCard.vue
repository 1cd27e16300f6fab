<script setup lang="ts">
/** What came of one setup: sharp of shot, and the figures people reason with, each with how sure it is. */
import { computed } from 'vue'
import type { FocusOutcome, FocusSetup, Spread } from '@/api/types'
import { sayValue, settingOf } from '@/shared/tables'
import { fixed } from '@/shared/numberText'
import { type Choice, SETTING_OF } from './useLab'

const props = defineProps<{ title: string; outcome: FocusOutcome; setup: FocusSetup; best: boolean | null }>()

function say(name: Choice): string {
  const entry = settingOf(SETTING_OF[name])
  return entry ? sayValue(entry, props.setup[name]) : props.setup[name]
}
const words = computed(() =>
  (props.setup.mode === 'manual' ? [say('mode')] : (['mode', 'area', 'response', 'priority', 'detection'] as const).map(say)).join(' · '),
)
const share = computed(() => {
  const { mean, high } = props.outcome.sharp_share
  return `${Math.round(mean * 100)} % ± ${Math.max(Math.round((high - mean) * 100), 1)}`
})
const held = computed(() =>
  Object.entries(props.outcome.held)
    .filter(([, part]) => part > 0.005)
    .sort(([, a], [, b]) => b - a),
)
const seconds = (value: number): string => `${fixed(value, value < 1 ? 2 : 1)} s`
/** Eight in ten bursts end here; said where it is longer than the mean. */
const upTo = (spread: Spread): string => (spread.p90 > spread.mean * 1.1 ? ` to ${seconds(spread.p90)}` : '')
</script>

<template>
  <article :class="{ best }">
    <h3>{{ title }} <span v-if="best" class="verdict">surely the better</span></h3>
    <p class="sharp">
      <b>{{ Math.round(outcome.sharp.mean) }}</b> of {{ Math.round(outcome.frames.mean) }} sharp
      <span class="soft">± {{ Math.max(Math.round(outcome.sharp.deviation), 1) }} a burst</span>
    </p>
    <p class="soft narrow">{{ words }}</p>
    <dl>
      <dt>Share</dt>
      <dd :title="`95 % interval of the mean over ${outcome.runs} runs`">{{ share }}</dd>
      <dt>Frames a second</dt>
      <dd>
        {{ fixed(outcome.released_per_s.mean, 1)
        }}<span v-if="outcome.released_per_s.mean < setup.frames_per_s * 0.93" class="cost"> of {{ setup.frames_per_s }}: it stutters</span>
      </dd>
      <dt>Longest gap</dt>
      <dd>
        {{ seconds(outcome.longest_gap_s.mean) }} <span class="soft">{{ upTo(outcome.longest_gap_s) }}</span>
      </dd>
      <dt>First sharp frame</dt>
      <dd>
        {{ seconds(outcome.first_sharp_s.mean) }} <span class="soft">{{ upTo(outcome.first_sharp_s) }}</span>
      </dd>
    </dl>
    <ul v-if="setup.mode !== 'manual'" class="held" aria-label="What was held">
      <li v-for="[name, part] in held" :key="name">
        <span class="bar" :class="{ other: name !== 'subject' }" :style="{ width: `${part * 100}%` }" />{{ name }} {{ Math.round(part * 100) }} %
      </li>
    </ul>
    <p v-else class="soft">Focus is set by hand; nothing is measured.</p>
  </article>
</template>

<style scoped>
article {
  display: grid;
  gap: 4px;
  align-content: start;
  padding: 8px 10px;
  border: 1px solid var(--rule);
}

article.best {
  border-color: var(--ink);
}

.verdict {
  color: var(--ink);
}

.sharp {
  font-size: 15px;
}

.sharp b {
  font-size: 22px;
  font-weight: 500;
}

dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 1px 10px;
  font-size: 12px;
}

dt {
  color: var(--soft);
}

.held {
  padding: 0;
  font-size: 11.5px;
  list-style: none;
}

.held li {
  position: relative;
  padding: 0 4px;
}

.bar {
  position: absolute;
  inset: 1px auto 1px 0;
  z-index: 0;
  background: var(--move);
  opacity: 0.2;
}

.bar.other {
  background: repeating-linear-gradient(45deg, var(--cost) 0 2px, transparent 2px 6px);
  opacity: 0.7;
}
</style>
