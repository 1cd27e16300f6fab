<script setup lang="ts">
/** All shoots with how far each is and what to do next. */
import { Button, Popconfirm } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { ShootSummary } from '@/api/types'
import { currentDocument, currentOf, loadKind, useEntries } from '@/saving/documents'
import { edit, removeWithUndo } from '@/saving/undo'
import ListPlace from '@/shared/ListPlace.vue'
import HistoryButton from '@/shared/HistoryButton.vue'
import { newId } from '@/shared/ids'
import { useShortcuts } from '@/shared/shortcuts'
import { useStillOrder } from '@/shared/useStillOrder'
import { useOpenThing } from '@/shell/open'
import { labelOf } from '@/planning/labels'
import { blankShoot } from '@/planning/blankShoot'
import ShootForm from './ShootForm.vue'
import { useOverview } from './useOverview'

const router = useRouter()
const failed = ref('')
const loaded = ref(false)
loadKind('shoots')
  .catch((error: Error) => (failed.value = error.message))
  .finally(() => (loaded.value = true))
const shoots = useEntries('shoots')
const overview = useOverview()
const STEPS = ['empty', 'unplanned', 'planned', 'packed']
// The list itself is known at once; readiness is computed by the server and may come a moment later.
watch(
  () => shoots.value.map((entry) => `${entry.id}${entry.revision}`).join(),
  () => void overview.refresh(),
)

const editing = ref<string | null>(null)
const sorted = (): string[] =>
  shoots.value
    .map((entry) => currentOf(entry)!)
    .sort((a, b) => (b.date ?? '').localeCompare(a.date ?? '') || a.title.localeCompare(b.title))
    .map((shoot) => shoot.id)
// A name or a day being typed must not move its own row.
const order = useStillOrder(sorted, () => editing.value !== null)
const rows = computed(() =>
  order.value.flatMap((id) => {
    const shoot = currentDocument('shoots', id)
    return shoot ? [{ shoot, summary: overview.of(id) }] : []
  }),
)

function add(): void {
  const fresh = blankShoot(newId())
  edit('shoots', fresh)
  editing.value = fresh.id
}

async function remove(id: string): Promise<void> {
  editing.value = null
  try {
    await removeWithUndo('shoots', id)
  } catch (error) {
    failed.value = (error as Error).message
  }
}

const readinessOf = (summary: ShootSummary | undefined): string => (summary && !summary.pending ? summary.readiness : '')

/** "pre-flight 40 of 75, 2 wrong". */
function walkedText({ done, of, failed }: NonNullable<ShootSummary['preflight']>): string {
  return `pre-flight ${done}${of ? ` of ${of}` : ''}${failed ? `, ${failed} wrong` : ''}`
}

useOpenThing(() => '')
useShortcuts([{ keys: 'N', does: 'New shoot', run: add }])
</script>

<template>
  <ListPlace title="Shoots" :loaded="loaded" :failed="failed" :empty="!rows.length">
    <template #actions>
      <Button @click="router.push('/places')">Saved places</Button>
      <Button @click="router.push('/keeping')">Safe keeping</Button>
      <Button type="primary" @click="add">New shoot</Button>
    </template>
    <template #empty>
      <p>No shoot yet. Say what you will shoot, and the setup is computed.</p>
      <Button type="primary" @click="add">Make the first shoot</Button>
    </template>
    <table class="list">
      <thead>
        <tr>
          <th scope="col">Shoot</th>
          <th scope="col">Genre</th>
          <th scope="col">Day</th>
          <th scope="col">Place</th>
          <th scope="col" class="number">Situations</th>
          <th scope="col">Light</th>
          <th scope="col">Readiness</th>
          <th scope="col">Next</th>
          <th><span class="visually-hidden">Edit</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="{ shoot, summary } in rows" :key="shoot.id">
          <tr>
            <th scope="row">
              <RouterLink :to="`/shoots/${shoot.id}/plan`">{{ shoot.title }}</RouterLink>
            </th>
            <td>{{ labelOf('genre', shoot.genre) }}</td>
            <td>{{ shoot.date ?? '–' }}</td>
            <td>{{ shoot.place?.name ?? '–' }}</td>
            <td class="number">{{ summary?.situations ?? '…' }}</td>
            <td class="light">{{ summary ? (summary.next_light ?? '–') : '…' }}</td>
            <td>
              <span class="steps" :title="readinessOf(summary)">
                <span v-for="step in STEPS" :key="step" :class="{ done: STEPS.indexOf(readinessOf(summary)) >= STEPS.indexOf(step) }" />
              </span>
              {{ readinessOf(summary) || '…' }}
              <a v-if="summary?.preflight" class="walked" :href="`/pre-flight/${shoot.id}`">{{ walkedText(summary.preflight) }}</a>
              <RouterLink v-if="summary?.frames" class="walked" :to="`/shoots/${shoot.id}/review`">
                {{ summary.frames }} frames, {{ summary.judged ? `${summary.judged} judged` : 'none judged' }}
              </RouterLink>
            </td>
            <td>
              <button
                class="link"
                @click="router.push(`/shoots/${shoot.id}/${!summary?.pending && summary?.next_action === 'Pack the cameras' ? 'pack' : 'plan'}`)">
                {{ summary && !summary.pending ? summary.next_action : 'Open' }}
              </button>
            </td>
            <td class="number">
              <button class="link" :aria-expanded="editing === shoot.id" @click="editing = editing === shoot.id ? null : shoot.id">Details</button>
            </td>
          </tr>
          <tr v-if="editing === shoot.id">
            <td colspan="9" class="details whole">
              <ShootForm :shoot="shoot" />
              <div class="foot">
                <Popconfirm
                  :title="`Delete “${shoot.title}” with its situations? Undo brings it back.`"
                  ok-text="Delete"
                  cancel-text="Keep"
                  @confirm="remove(shoot.id)">
                  <Button size="small" danger>Delete shoot</Button>
                </Popconfirm>
                <HistoryButton :id="shoot.id" kind="shoots" />
                <Button size="small" @click="editing = null">Done</Button>
                <Button size="small" type="primary" @click="router.push(`/shoots/${shoot.id}/plan`)">Open the plan</Button>
              </div>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
  </ListPlace>
</template>

<style scoped>
.walked {
  display: block;
  font-size: 12px;
}

tbody th a {
  font-size: 15px;
  font-weight: 600;
  font-stretch: 88%;
}

.number {
  text-align: right;
}

.details {
  padding: 12px 14px 14px;
  background: var(--sheet);
}

.foot {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 12px;
}

.steps {
  display: inline-flex;
  gap: 2px;
  margin-right: 6px;
}

.steps span {
  width: 12px;
  height: 8px;
  border: 1px solid var(--edge);
}

.steps .done {
  background: var(--move);
  border-color: var(--move);
}

@media (max-width: 760px) {
  .number {
    text-align: left;
  }
}
</style>
