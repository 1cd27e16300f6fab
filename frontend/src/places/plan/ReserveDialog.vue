<script setup lang="ts">
/** Does a highlight reserve pay at this ISO and in this scene? */
import { useQuery } from '@tanstack/vue-query'
import { Modal } from 'ant-design-vue'
import { answered, client } from '@/api/client'
import type { PlanInput } from '@/api/types'
import { isoText, signedStops } from '@/shared/format'
import { useReturningFocus } from '@/shared/useReturningFocus'

const props = defineProps<{ request: PlanInput }>()
const emit = defineEmits<{ close: []; hold: [reserve: string] }>()
const advice = useQuery({ queryKey: ['reserve', props.request], queryFn: () => answered(client.POST('/api/v1/reserve', { body: props.request })) })
useReturningFocus(() => emit('close'))
</script>

<template>
  <Modal open title="Does a highlight reserve pay here?" :footer="null" :width="640" @cancel="emit('close')">
    <p v-if="advice.isPending.value" class="soft" aria-busy="true">Computing…</p>
    <p v-else-if="advice.error.value" class="stop" role="alert">{{ advice.error.value.message }}</p>
    <template v-else-if="advice.data.value">
      <p>{{ advice.data.value.sentence }}</p>
      <table class="list">
        <thead>
          <tr>
            <th scope="col">Way</th>
            <th scope="col">At ISO</th>
            <th scope="col">Above, EV</th>
            <th scope="col">Shadows, EV</th>
            <th scope="col" />
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          <tr v-for="way in advice.data.value.options" :key="way.reserve">
            <th scope="row">{{ way.label }}</th>
            <td>{{ isoText(way.iso) }}</td>
            <td>{{ way.gains_above_ev ? signedStops(way.gains_above_ev) : '0' }}</td>
            <td class="cost">{{ way.loses_below_ev > 0.05 ? signedStops(-way.loses_below_ev) : '0' }}</td>
            <td class="whole">{{ way.sentence }}</td>
            <td>
              <b v-if="way.reserve === advice.data.value.best">take this</b>
              <button v-else-if="way.reserve !== 'darker_raw'" class="link" @click="emit('hold', way.reserve)">Hold it</button>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="soft">Shadows: what a tone four stops under the middle loses in signal-to-noise, as stops of light.</p>
    </template>
  </Modal>
</template>

<style scoped>
.list {
  margin: 8px 0;
}

td.whole {
  font-size: 12px;
}
</style>
