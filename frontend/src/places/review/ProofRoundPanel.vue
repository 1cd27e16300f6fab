<script setup lang="ts">
/** One frame from each storage place, taken before leaving: what they prove together, and what nobody can see in a file. */
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import { reloadKind } from '@/saving/documents'

const props = defineProps<{ shootId: string }>()
const emit = defineEmits<{ close: [] }>()
const queries = useQueryClient()
const failed = ref('')
const noted = ref(0)
const where = () => ({ params: { path: { shoot_id: props.shootId } } })
const found = useQuery({
  queryKey: computed(() => ['proofs', props.shootId]),
  queryFn: () => answered(client.GET('/api/v1/review/{shoot_id}/proofs', where())),
  staleTime: 0,
})
const round = computed(() => found.data.value ?? null)
const some = computed(() => round.value?.places.some((each) => each.frame_id) ?? false)

async function note(): Promise<void> {
  failed.value = ''
  try {
    const states = await answered(client.POST('/api/v1/review/{shoot_id}/proofs', { ...where(), body: {} as never }))
    noted.value = states.length
    await reloadKind('states')
    await queries.invalidateQueries({ queryKey: ['proofs', props.shootId] })
  } catch (error) {
    failed.value = error instanceof Problem ? error.message : String(error)
  }
}
</script>

<template>
  <section class="sheet" aria-label="Proof frames">
    <h2>Proof frames</h2>
    <p class="soft">
      Before leaving, take one frame from each storage place and bring them in: frames from before the shoot’s first situation find their place by
      themselves.
    </p>
    <p v-if="found.error.value || failed" class="stop" role="alert">{{ failed || found.error.value?.message }}</p>
    <template v-if="round">
      <p role="status">
        <b>{{ round.sentence }}</b>
      </p>
      <ul>
        <li v-for="each in round.places" :key="each.body_id + (each.place ?? '')">
          <b>{{ each.label }}</b> <span class="soft">{{ each.body }} · {{ each.title }}</span>
          <template v-if="each.proof">
            · {{ each.frame }}: {{ each.proof.as_planned.length }} as planned<template v-for="differs in each.proof.differ" :key="differs.setting"
              >, {{ differs.label }} <span class="cost">{{ differs.seen }}</span> for {{ differs.planned }}</template
            >
          </template>
          <span v-else class="cost"> · no frame</span>
        </li>
      </ul>
    </template>
    <p class="deeds">
      <button v-if="some" class="link" :disabled="noted > 0" @click="note">
        {{ noted ? `Noted for ${noted} ${noted === 1 ? 'body' : 'bodies'}: the pre-flight knows it` : 'Note that the cameras stand so' }}
      </button>
      <a :href="`/pre-flight/${shootId}`">To the pre-flight</a>
      <button class="link" @click="emit('close')">Close</button>
    </p>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding-left: 16px;
}

.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
</style>
