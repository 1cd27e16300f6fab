<script setup lang="ts">
/** The page of a body or a lens: its name, its history, how to be rid of it; what keeps it from being saved. */
import { Button, Popconfirm } from 'ant-design-vue'
import type { Kind } from '@/saving/kinds'
import HistoryButton from '@/shared/HistoryButton.vue'

/** general: what the server refuses of it that belongs to no field. */
defineProps<{ id: string; kind: Kind; what: string; name: string; isNew: boolean; loaded: boolean; failed: string; general: string }>()
defineEmits<{ remove: [] }>()
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>{{ isNew ? `New ${what}` : name }}</h1>
      <RouterLink to="/gear">All gear</RouterLink>
      <slot v-if="!isNew" name="links" />
      <HistoryButton v-if="!isNew" :id="id" :kind="kind" />
      <div v-if="!isNew" class="actions">
        <Popconfirm :title="`Delete ${name}? Undo brings it back.`" ok-text="Delete" cancel-text="Keep" @confirm="$emit('remove')">
          <Button danger>Delete {{ what }}</Button>
        </Popconfirm>
      </div>
    </div>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <p v-if="general" class="stop" role="alert">Not saved: {{ general }}</p>
    <p v-if="!loaded" class="soft" aria-busy="true">Opening…</p>
    <slot v-else />
  </div>
</template>
