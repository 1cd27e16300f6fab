<script setup lang="ts">
/** One saved setup as its card. It does not change; its kit and brief are inside it. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { currentOf, loadKind, useEntry } from '@/saving/documents'
import { apertureText, isoText, shutterWithUnit } from '@/shared/format'
import { useOpenThing } from '@/shell/open'
import CardSheet from '../card/CardSheet.vue'
import { download } from '../card/download'

const props = defineProps<{ id: string }>()
const loaded = ref(false)
const failed = ref('')
loadKind('setups')
  .catch((error: Error) => (failed.value = error.message))
  .finally(() => (loaded.value = true))
const entry = useEntry('setups', () => props.id)
const setup = computed(() => (entry.value ? currentOf(entry.value) : null))
const headline = computed(() => {
  const choice = setup.value?.choice
  return choice ? `${shutterWithUnit(choice.shutter_s)} · ${apertureText(choice.aperture)} · ISO ${isoText(choice.iso)}` : ''
})
const circumstances = computed(() => (setup.value ? `${setup.value.body.name}, ${setup.value.lens.name} at ${Math.round(setup.value.choice.focal_length_mm)} mm · saved ${setup.value.saved_at.slice(0, 16).replace('T', ' ')}` : ''))
const print = (): void => window.print()
const take = (): void => download(`${props.id}.json`, JSON.stringify(setup.value, null, 1), 'application/json')
useOpenThing(() => setup.value?.title ?? '')
</script>

<template>
  <div class="page">
    <div v-if="loaded && !setup" class="empty">
      <p>{{ failed || 'There is no such setup (any more).' }}</p>
      <RouterLink to="/setups">To the setups</RouterLink>
    </div>
    <template v-else-if="setup">
      <div class="page-head no-print">
        <RouterLink to="/setups">All setups</RouterLink>
        <div class="actions">
          <Button type="primary" @click="print">Print</Button>
          <Button @click="take">JSON</Button>
        </div>
      </div>
      <CardSheet :plan="setup" :shoot="''" :title="setup.title" :headline="headline" :circumstances="circumstances" />
    </template>
  </div>
</template>
