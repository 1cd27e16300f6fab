<script setup lang="ts">
/** What one frame proves of the camera: settings as planned, those that differ, those no file tells of. */
import { ref, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Proof } from '@/api/types'
import { reloadKind } from '@/saving/documents'

const props = defineProps<{ shootId: string; situationId: string; frameId: string }>()
const emit = defineEmits<{ close: [] }>()
const proof = ref<Proof | null>(null)
const failed = ref('')
const noted = ref(false)

async function guarded(work: () => Promise<void>): Promise<void> {
  failed.value = ''
  try {
    await work()
  } catch (error) {
    failed.value = error instanceof Problem ? error.message : String(error)
  }
}
watch(
  () => [props.situationId, props.frameId],
  () =>
    guarded(async () => {
      noted.value = false
      const query = { situation_id: props.situationId, frame_id: props.frameId }
      proof.value = await answered(client.GET('/api/v1/review/{shoot_id}/proof', { params: { path: { shoot_id: props.shootId }, query } }))
    }),
  { immediate: true },
)
const note = (): Promise<void> =>
  guarded(async () => {
    const body = { situation_id: props.situationId, frame_id: props.frameId }
    await answered(client.POST('/api/v1/review/{shoot_id}/proof', { params: { path: { shoot_id: props.shootId } }, body }))
    await reloadKind('states')
    noted.value = true
  })
</script>

<template>
  <section class="sheet" aria-label="Against the plan">
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <template v-if="proof">
      <p role="status">{{ proof.sentence }}</p>
      <ul v-if="proof.differ.length">
        <li v-for="each in proof.differ" :key="each.setting">
          {{ each.label }}: <span class="cost">{{ each.seen }}</span>, planned {{ each.planned }}
        </li>
      </ul>
      <p class="deeds">
        <button class="link" :disabled="noted" @click="note">
          {{ noted ? 'Noted: the pre-flight knows it' : 'Note that the camera stands so' }}
        </button>
        <button class="link" @click="emit('close')">Close</button>
      </p>
    </template>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding-left: 16px;
}

.deeds {
  display: flex;
  gap: 14px;
}
</style>
