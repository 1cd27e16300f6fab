<script setup lang="ts">
/** A body's controls and what its screens are called; the whole phrasebook has a page of its own. */
import { Button } from 'ant-design-vue'
import type { Body } from '@/api/types'
import FileButton from '@/shared/FileButton.vue'
import FileReport from '../FileReport.vue'
import ControlsTable from '../words/ControlsTable.vue'
import { usePhrasebook } from '../words/usePhrasebook'

const props = defineProps<{ body: Body }>()
const { loaded, trouble, book, begin, change, told, readFile } = usePhrasebook(() => props.body)
</script>

<template>
  <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
  <FileReport v-if="told" :said="told.length ? 'The file was read; to know:' : 'The file was read.'" :left-out="told" />
  <p v-if="!loaded" class="soft" aria-busy="true">Opening…</p>
  <template v-else>
    <p v-if="!book" class="soft">Until you write them down, cards use our words and the controls most bodies have.</p>
    <div class="actions">
      <Button v-if="!book" type="primary" @click="begin">Begin with the usual ways</Button>
      <FileButton label="File of words and controls" accept=".json,application/json" @file="readFile">Read a file</FileButton>
      <RouterLink v-if="book" :to="`/gear/bodies/${body.id}/words`">All its words</RouterLink>
    </div>
    <ControlsTable v-if="book" :owner="book.id" :controls="book.controls ?? []" @update:controls="(controls) => change({ controls })" />
  </template>
</template>

<style scoped>
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin-bottom: 10px;
}
</style>
