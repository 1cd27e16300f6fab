<script setup lang="ts">
/** Versions of a row that cannot be read as it is; one that is whole can take its place. */
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import { reloadKind } from '@/saving/documents'
import { type AnyDocument, type Kind, putOne, titleOf } from '@/saving/kinds'
import { momentText } from '@/shared/times'

const props = defineProps<{ kind: Kind; id: string; revision: number }>()
const emit = defineEmits<{ mended: [] }>()
const failed = ref('')
const path = computed(() => `/api/v1/${props.kind}/{row_id}/revisions` as '/api/v1/bodies/{row_id}/revisions')
const past = useQuery({
  queryKey: computed(() => ['versions', props.kind, props.id]),
  queryFn: () => answered(client.GET(path.value, { params: { path: { row_id: props.id }, query: { limit: 50 } } })),
  staleTime: 0,
})
const versions = computed(() => (past.data.value?.items ?? []).map((item) => ({ ...item, document: item.document as unknown as AnyDocument })))

async function take(document: AnyDocument): Promise<void> {
  failed.value = ''
  try {
    await putOne(props.kind, props.id, document as never, props.revision)
    await reloadKind(props.kind)
    emit('mended')
  } catch (error) {
    failed.value = error instanceof Problem ? `This version cannot be taken: ${error.message}` : String(error)
  }
}
</script>

<template>
  <p v-if="failed || past.error.value" class="stop" role="alert">{{ failed || past.error.value?.message }}</p>
  <ul>
    <li v-for="version in versions" :key="version.number">
      {{ momentText(version.written_at) }}, “{{ titleOf(kind, version.document) }}”
      <button class="link" @click="take(version.document)">Take this version</button>
    </li>
  </ul>
</template>
