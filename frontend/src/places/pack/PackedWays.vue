<script setup lang="ts">
/** What is set at home, and what changes from one situation of the shoot to the next. */
import { Button } from 'ant-design-vue'
import type { PackedBody, PlannedSituation } from '@/api/types'
import { clockText } from '@/shared/format'
import { preparationText, secondsText } from './routeWords'
import type { Day } from './useOpenRoute'

const props = defineProps<{ open: string; bodyId: string; several: boolean; packed: PackedBody; day: Day; situations: readonly PlannedSituation[] }>()
const emit = defineEmits<{ open: [at: string]; show: [holder: PackedBody, situationId: string]; prepared: [] }>()

const labelOf = (placeId: string): string => props.packed.packing.places.find((each) => each.id === placeId)?.label ?? ''
const hourOf = (id: string): string => {
  const minutes = props.situations.find((each) => each.situation.id === id)?.situation.starts_at_min
  return minutes === null || minutes === undefined ? '' : clockText(minutes)
}
</script>

<template>
  <p v-if="packed.packing.contents" class="soft">{{ packed.packing.contents.sentence }}</p>
  <template v-if="packed.packing.preparation.length">
    <h2>At home, {{ secondsText(packed.packing.preparation_s) }}</h2>
    <ul class="ways">
      <li v-for="(each, k) in packed.packing.preparation" :key="k" :class="{ on: open === `p${k}` }">
        <button class="plain way" @click="emit('open', `p${k}`)">
          <span class="soft">{{ each.place ? labelOf(each.place) : '' }}</span>
          <span
            >{{ preparationText(each) }}<span v-if="each.fill" class="fill soft">{{ each.fill }}</span></span
          >
          <span>{{ each.route.differs }} to set</span>
          <span class="num">{{ secondsText(each.route.seconds + each.store_s) }}</span>
        </button>
      </li>
    </ul>
    <Button size="small" class="packed" @click="emit('prepared')">All of this is done: it stands packed</Button>
  </template>
  <h2>Through the shoot{{ several ? ', all bodies' : '' }}</h2>
  <ul class="ways">
    <li
      v-for="{ holder, move: each } in day"
      :key="each.situation_id"
      :class="{ on: open === each.situation_id && holder.body_id === bodyId, other: holder.body_id !== bodyId }">
      <button class="plain way" @click="emit('show', holder, each.situation_id)">
        <span class="soft">{{ hourOf(each.situation_id) }}</span>
        <span
          >{{ each.title }}<span v-if="several" class="soft">, {{ holder.packing.body_name }}</span></span
        >
        <span :class="{ cost: each.enough === false }"
          >{{
            !each.route.steps.length
              ? 'stands there'
              : each.route.slot
                ? each.by_hand.length
                  ? `recall, ${each.by_hand.length} by hand`
                  : 'recall'
                : `${each.by_hand.length} by hand`
          }}{{ each.enough === false ? ', pause too short' : '' }}</span
        >
        <span class="num">{{ each.route.steps.length ? secondsText(each.route.seconds) : '' }}</span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
h2 {
  margin-top: 6px;
}

.ways {
  padding: 0;
  list-style: none;
}

.ways li {
  border-top: 1px solid var(--rule);
}

.way {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr) 170px 70px;
  gap: 10px;
  width: 100%;
  padding: 3px 6px;
}

.way:hover,
.on .way {
  background: var(--sheet);
}

.on .way {
  box-shadow: inset 3px 0 0 var(--move);
}

.fill {
  display: block;
  font-size: 12px;
}

.packed {
  justify-self: start;
}

.num {
  text-align: right;
}

@media (max-width: 900px) {
  .way {
    grid-template-columns: minmax(0, 1fr) auto;
  }
}
</style>
