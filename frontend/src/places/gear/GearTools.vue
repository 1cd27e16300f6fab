<script setup lang="ts">
/** Over the bodies or the lenses: find, order, and what is done to several. */
import ListTools from '@/lists/ListTools.vue'
import ConfirmLink from '@/shared/ConfirmLink.vue'

defineProps<{ what: string; view: InstanceType<typeof ListTools>['$props']['view']; question: string; noShortcut?: boolean }>()
const emit = defineEmits<{ archive: [on: boolean]; copy: []; remove: [] }>()
</script>

<template>
  <ListTools :what="what" :view="view" :no-shortcut="noShortcut">
    <template #bulk>
      <button class="link" type="button" @click="emit('archive', !view.wishes.archived)">
        {{ view.wishes.archived ? 'Bring back' : 'Archive' }}
      </button>
      <button class="link" type="button" @click="emit('copy')">Copy</button>
      <ConfirmLink :question="question" yes="Delete" @confirm="emit('remove')">Delete</ConfirmLink>
    </template>
  </ListTools>
  <p v-if="!view.found.length" class="empty">None of the {{ what }} is like this.</p>
</template>
