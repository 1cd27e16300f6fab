<script setup lang="ts">
/** What the figures of a body come to, and what nobody prints and is estimated. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import { fixed, grouped } from '@/shared/numberText'
import type { Body } from '@/api/types'
import SensorDrawing from './SensorDrawing.vue'

const props = defineProps<{ body: Body; estimating: string; refused: boolean }>()
const emit = defineEmits<{ forgetGap: [look: string] }>()

const facts = useQuery({
  queryKey: computed(() => ['body-facts', JSON.stringify(props.body)]),
  queryFn: () => answered(client.POST('/api/v1/gear/body-facts', { body: props.body })),
  placeholderData: (before) => before,
  retry: false,
})
</script>

<template>
  <aside>
    <SensorDrawing :body="body" />
    <h2>What the figures come to</h2>
    <p v-if="facts.error.value" class="soft">Complete the form, and it is said here.</p>
    <dl v-else>
      <template v-for="fact in facts.data.value ?? []" :key="fact.label">
        <dt>{{ fact.label }}</dt>
        <dd>
          <b>{{ fact.value }}</b><span class="soft">{{ fact.changes }}</span>
        </dd>
      </template>
    </dl>
    <h2>
      Electron figures <span class="tag">{{ body.electrons.provenance }}</span>
    </h2>
    <p class="soft">
      {{
        body.electrons.provenance === 'estimated'
          ? 'Nobody prints these: estimated from size, pixels and base ISO, good to about a third of a stop.'
          : 'Measured.'
      }}
      {{ estimating }}
    </p>
    <dl>
      <dt>Full well at base</dt>
      <dd>
        <b>{{ grouped(body.electrons.full_well_e) }} e⁻</b><span class="soft">Range and clipping</span>
      </dd>
      <dt>Read noise, base to high</dt>
      <dd>
        <b>{{ body.electrons.read_noise.map((point) => fixed(point.electrons, 1)).join(' → ') }} e⁻</b><span class="soft">Shadows, night sky</span>
      </dd>
      <dt>Mid-tone under clipping</dt>
      <dd>
        <b>{{ body.electrons.mid_below_clipping_ev }} EV</b><span class="soft">Where raw clips on the tone ruler</span>
      </dd>
    </dl>
    <template v-if="body.marks_gaps?.length">
      <h2>Marks before the raw data end <span class="tag">measured</span></h2>
      <dl>
        <template v-for="each in body.marks_gaps" :key="each.look">
          <dt>{{ each.look }} <button class="link" :aria-label="`Forget ${each.look}`" @click="emit('forgetGap', each.look)">Forget</button></dt>
          <dd>
            <b>{{ fixed(each.own.value, 1) }} EV</b
            ><span class="soft">{{ each.own.n }} frames{{ each.own.date ? `, ${each.own.date}` : '' }}: clicks on the field card</span>
          </dd>
        </template>
      </dl>
    </template>
    <p v-if="refused" class="stop">Not saved yet: mend the marked field.</p>
  </aside>
</template>

<style scoped>
aside {
  display: grid;
  gap: 8px;
  position: sticky;
  top: 12px;
}

dl {
  display: grid;
  gap: 6px;
}

dt {
  color: var(--soft);
  font-size: 12px;
}

dd {
  display: grid;
  padding-bottom: 5px;
  border-bottom: 1px solid var(--rule);
}

.tag {
  padding: 1px 6px;
  border: 1px solid var(--edge);
  color: var(--soft);
  font-size: 11px;
  font-weight: 400;
}

@media (max-width: 900px) {
  aside {
    position: static;
  }
}
</style>
