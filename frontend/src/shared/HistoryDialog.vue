<script setup lang="ts">
/** Earlier versions of one document: when each was written, how it differs from the present one, and the way back to it. */
import { useInfiniteQuery } from '@tanstack/vue-query'
import { Button, Modal } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import { currentDocument } from '@/saving/documents'
import { type AnyDocument, type Documents, type Kind, NOUN } from '@/saving/kinds'
import { differences, type Json } from '@/saving/merge'
import { edit } from '@/saving/undo'
import { fieldInWords, valueInWords } from './fieldNames'
import { momentText } from './times'
import { useReturningFocus } from '@/shared/useReturningFocus'

interface Version {
  number: number
  written_at: string
  deleted: boolean
  document: AnyDocument
}
interface Page {
  items: Version[]
  next: string | null
}

const props = defineProps<{ kind: Kind; id: string }>()
const emit = defineEmits<{ close: [] }>()
const MOST_FIELDS = 40
const path = computed(() => `/api/v1/${props.kind}/{row_id}/revisions` as '/api/v1/bodies/{row_id}/revisions')
const past = useInfiniteQuery({
  queryKey: computed(() => ['history', props.kind, props.id]),
  queryFn: async ({ pageParam }) =>
    (await answered(
      client.GET(path.value, { params: { path: { row_id: props.id }, query: { limit: 40, ...(pageParam ? { cursor: pageParam } : {}) } } }),
    )) as unknown as Page,
  initialPageParam: '',
  getNextPageParam: (page: Page) => page.next ?? undefined,
  staleTime: 0,
})
const versions = computed(() => (past.data.value?.pages ?? []).flatMap((page) => page.items))
const chosen = ref<number | null>(null)
const shown = computed(() => versions.value.find((version) => version.number === chosen.value) ?? versions.value[1] ?? versions.value[0] ?? null)
const now = computed(() => currentDocument(props.kind, props.id))
const changes = computed(() =>
  shown.value && now.value ? differences(undefined, shown.value.document as unknown as Json, now.value as unknown as Json) : [],
)

function bringBack(): void {
  if (!shown.value) return
  edit(props.kind, shown.value.document as Documents[typeof props.kind])
  emit('close')
}
useReturningFocus(() => emit('close'))
</script>

<template>
  <Modal open :title="`Earlier versions of this ${NOUN[kind]}`" :width="760" :footer="null" @cancel="emit('close')">
    <p v-if="past.error.value" class="stop" role="alert">{{ past.error.value.message }}</p>
    <p v-else-if="past.isPending.value" class="soft" aria-busy="true">Looking…</p>
    <p v-else-if="versions.length < 2" class="soft">It has not been changed since it was made.</p>
    <div v-else class="two">
      <ol aria-label="Versions">
        <li v-for="version in versions" :key="version.number">
          <button class="plain" :aria-pressed="version === shown" @click="chosen = version.number">
            {{ momentText(version.written_at) }}{{ ' '
            }}<span class="soft">{{ version.deleted ? 'deleted' : version === versions[0] ? 'the last saved' : '' }}</span>
          </button>
        </li>
        <li v-if="past.hasNextPage.value"><button class="link" @click="past.fetchNextPage()">Further back</button></li>
      </ol>
      <section v-if="shown" aria-live="polite">
        <p v-if="!changes.length">It says what the present one says.</p>
        <table v-else>
          <thead>
            <tr>
              <th scope="col">Field</th>
              <th scope="col">Then</th>
              <th scope="col">Now</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="item in changes.slice(0, MOST_FIELDS)" :key="item.pointer">
              <th scope="row">{{ fieldInWords(item.pointer) }}</th>
              <td>{{ valueInWords(item.mine) }}</td>
              <td>{{ valueInWords(item.theirs) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="changes.length > MOST_FIELDS" class="soft">and {{ changes.length - MOST_FIELDS }} more</p>
        <Button v-if="changes.length" type="primary" @click="bringBack">Bring this version back</Button>
      </section>
    </div>
    <p class="soft keep">
      Every version of the last 30 days is kept, then the last of each day, after a year the last of each month. Bringing one back is an edit: the
      present one stays here too.
    </p>
  </Modal>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 20px;
}

ol {
  max-height: 420px;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}

ol button.plain {
  width: 100%;
  padding: 4px 8px;
}

ol button[aria-pressed='true'] {
  background: var(--move);
  color: var(--on-move);
}

ol button[aria-pressed='true'] .soft {
  color: inherit;
}

section {
  display: grid;
  gap: 12px;
  align-content: start;
  justify-items: start;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 3px 10px 3px 0;
  border-top: 1px solid var(--rule);
  font-weight: 400;
  text-align: left;
  vertical-align: top;
  overflow-wrap: anywhere;
}

thead th {
  border: 0;
  color: var(--soft);
}

.keep {
  margin-top: 14px;
  font-size: 12px;
}

@media (max-width: 700px) {
  .two {
    grid-template-columns: 1fr;
  }

  ol {
    max-height: 180px;
  }
}
</style>
