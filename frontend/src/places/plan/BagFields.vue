<script setup lang="ts">
/** What else is in the bag: filters, flash, release, card, batteries. */
import { Checkbox } from 'ant-design-vue'
import type { Accessories } from '@/api/types'
import NumberField from '@/shared/NumberField.vue'

defineProps<{ bag: Accessories }>()
const emit = defineEmits<{ change: [changes: Partial<Accessories>] }>()
const change = (changes: Partial<Accessories>): void => emit('change', changes)
</script>

<template>
  <NumberField
    label="ND filters, the first"
    pointer="/accessories/nd_stops"
    unit="stops"
    optional
    empty-means="none"
    :value="bag.nd_stops[0] ?? null"
    :above="0"
    :most="20"
    @update:value="(stops) => change({ nd_stops: stops === null ? [] : [stops, ...bag.nd_stops.slice(1)] })" />
  <NumberField
    v-if="bag.nd_stops.length"
    label="and the second"
    pointer="/accessories/nd_stops/1"
    unit="stops"
    optional
    empty-means="none"
    :value="bag.nd_stops[1] ?? null"
    :above="0"
    :most="20"
    @update:value="(stops) => change({ nd_stops: stops === null ? bag.nd_stops.slice(0, 1) : [bag.nd_stops[0]!, stops] })" />
  <NumberField
    label="Flash guide number"
    pointer="/accessories/flash/guide_number_m"
    unit="m, ISO 100"
    optional
    empty-means="no flash"
    :value="bag.flash?.guide_number_m ?? null"
    :above="0"
    @update:value="
      (number) =>
        change({ flash: number === null ? null : { high_speed_sync: false, bounce: true, recycle_s: null, ...bag.flash, guide_number_m: number } })
    " />
  <NumberField
    v-if="bag.flash"
    label="Ready again after full power"
    pointer="/accessories/flash/recycle_s"
    unit="s"
    optional
    empty-means="2.5 s"
    :value="bag.flash.recycle_s ?? null"
    :above="0"
    :most="60"
    @update:value="(recycle_s) => change({ flash: { ...bag.flash!, recycle_s } })" />
  <NumberField
    label="Spare batteries"
    pointer="/accessories/spare_batteries"
    :value="bag.spare_batteries"
    :least="0"
    :most="50"
    @update:value="(spare_batteries) => change({ spare_batteries: spare_batteries ?? 0 })" />
  <NumberField
    label="Room on the cards"
    pointer="/accessories/cards_gb"
    unit="GB"
    :value="bag.cards_gb"
    :least="0"
    :most="100000"
    @update:value="(cards_gb) => change({ cards_gb: cards_gb ?? 0 })" />
  <div class="bag wide">
    <Checkbox v-if="bag.nd_stops.length > 1" :checked="bag.nd_stackable" @update:checked="(nd_stackable: boolean) => change({ nd_stackable })"
      >Filters fit on one another</Checkbox
    >
    <Checkbox :checked="bag.release" @update:checked="(release: boolean) => change({ release })">Cable or radio release</Checkbox>
    <Checkbox :checked="bag.grey_card" @update:checked="(grey_card: boolean) => change({ grey_card })">Grey card</Checkbox>
    <Checkbox
      v-if="bag.flash"
      :checked="bag.flash.high_speed_sync"
      @update:checked="(high_speed_sync: boolean) => change({ flash: { ...bag.flash!, high_speed_sync } })"
      >High-speed sync</Checkbox
    >
  </div>
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}

.bag {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
</style>
