<script setup lang="ts">
/** Opens the earlier versions of a document. */
import { defineAsyncComponent, ref } from 'vue'
import type { Kind } from '@/saving/kinds'

defineProps<{ kind: Kind; id: string }>()
const HistoryDialog = defineAsyncComponent(() => import('./HistoryDialog.vue'))
const shown = ref(false)
</script>

<template>
  <button class="link" type="button" @click="shown = true">Earlier versions</button>
  <HistoryDialog v-if="shown" :id="id" :kind="kind" @close="shown = false" />
</template>
