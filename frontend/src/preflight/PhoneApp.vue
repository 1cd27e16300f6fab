<script setup lang="ts">
/** What a telephone carries of a shoot: the checklist, a card for each situation, and the test frame. The address says which. */
import { computed, onBeforeUnmount, ref } from 'vue'
import CardsPage from './CardsPage.vue'
import FieldCard from './FieldCard.vue'
import PreflightApp from './PreflightApp.vue'
import TestFrame from './TestFrame.vue'
import type { Check } from './useChecklist'
import type { Field } from './useField'

const props = defineProps<{ shoot: string; check: Check; field: Field }>()
void props.check.begin()
void props.field.begin()

const hash = ref(window.location.hash)
const follow = (): void => {
  hash.value = window.location.hash
  document.querySelector('main')?.scrollTo(0, 0)
}
window.addEventListener('hashchange', follow)
onBeforeUnmount(() => window.removeEventListener('hashchange', follow))

const place = computed(() => /^#(cards|card|test)(?:\/([0-9a-f-]{36}))?$/.exec(hash.value) ?? [])
const card = computed(() => props.field.cards.value?.cards.find((each) => each.situation_id === place.value[2]) ?? null)
</script>

<template>
  <FieldCard v-if="place[1] === 'card' && card" :key="`card${card.situation_id}`" :shoot="shoot" :field="field" :card="card" />
  <TestFrame v-else-if="place[1] === 'test' && card" :key="`test${card.situation_id}`" :shoot="shoot" :field="field" :card="card" />
  <CardsPage v-else-if="place[1]" :shoot="shoot" :field="field" />
  <PreflightApp v-else :shoot="shoot" :check="check" />
</template>
