<script setup lang="ts">
/** A body: its sheet, what a hand finds on it, its looks, raw variants, storage places, and what it lacks. */
import { Button } from 'ant-design-vue'
import { useRouter } from 'vue-router'
import { removeWithUndo } from '@/saving/undo'
import PartsIndex from '@/shared/PartsIndex.vue'
import OwnWord from '@/shared/OwnWord.vue'
import { useOpenThing } from '@/shell/open'
import GearForm from './GearForm.vue'
import { blankBody } from './blanks'
import BodyEnds from './BodyEnds.vue'
import BodyHand from './BodyHand.vue'
import BodyLooks from './BodyLooks.vue'
import BodyOptions from './BodyOptions.vue'
import BodyRaw from './BodyRaw.vue'
import BodySheet from './BodySheet.vue'
import StartBody from './StartBody.vue'
import SlotBanks from './SlotBanks.vue'
import { useKitFile } from './useKitFile'
import { useGearDocument } from './useGearDocument'

const props = defineProps<{ id: string }>()
const router = useRouter()
const { loaded, failed, entry, isNew, document: body, change, general } = useGearDocument('bodies', () => props.id, blankBody)

const PARTS = [
  { id: 'sheet', label: 'Sensor and sheet' },
  { id: 'storage', label: 'Storage places' },
  { id: 'hand', label: 'In the hand' },
  { id: 'looks', label: 'Looks' },
  { id: 'raw', label: 'Raw' },
  { id: 'ends', label: 'Numbers it keeps within' },
  { id: 'options', label: 'What it has' },
]

const file = useKitFile('bodies')
async function remove(): Promise<void> {
  try {
    await removeWithUndo('bodies', props.id)
    await router.push('/gear')
  } catch (error) {
    failed.value = (error as Error).message
  }
}

useOpenThing(() => (isNew.value ? 'New body' : body.value.name))
</script>

<template>
  <GearForm
    :id="id"
    kind="bodies"
    what="body"
    :name="body.name"
    :is-new="isNew"
    :loaded="loaded"
    :failed="failed"
    :general="general"
    @remove="remove">
    <template #links>
      <RouterLink :to="`/gear/bodies/${id}/set-up`">Step by step</RouterLink>
      <RouterLink :to="`/gear/bodies/${id}/review`">From factory to your foundation</RouterLink>
      <Button size="small" @click="file.save(body)">Save as a file</Button>
    </template>
    <p v-if="file.said.value" class="stop" role="alert">{{ file.said.value }}</p>
    <StartBody :body="body" :is-new="isNew" @change="change" />
    <PartsIndex label="Parts of the body" :parts="PARTS" />
    <BodySheet id="sheet" tabindex="-1" :body="body" :is-new="isNew" :refused="entry?.state === 'refused'" @change="change" />
    <section id="storage" tabindex="-1" class="storage" aria-label="Storage places">
      <h2>Storage places <OwnWord word="Storage place" /></h2>
      <SlotBanks :banks="body.slots" @update:banks="(slots) => change({ slots })" />
    </section>
    <BodyHand id="hand" tabindex="-1" :body="body" @change="change" />
    <BodyLooks id="looks" tabindex="-1" :body="body" @change="change" />
    <BodyRaw id="raw" tabindex="-1" :body="body" @change="change" />
    <BodyEnds id="ends" tabindex="-1" :body="body" @change="change" />
    <BodyOptions id="options" tabindex="-1" :body="body" @change="change" />
  </GearForm>
</template>

<style scoped>
.storage {
  margin-top: 16px;
}
</style>
