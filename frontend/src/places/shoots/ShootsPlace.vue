<script setup lang="ts">
/** All shoots with how far each is and what to do next: those to come first, then those that are past, patterns apart. */
import { Button } from 'ant-design-vue'
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Shoot } from '@/api/types'
import ListTools from '@/lists/ListTools.vue'
import { archiveRows, counted, removeRows } from '@/lists/severalRows'
import { useListView } from '@/lists/useListView'
import { blankShoot } from '@/planning/blankShoot'
import { useCopies } from '@/planning/copies'
import DemoLine from '@/planning/DemoLine.vue'
import { labelOf, optionsOf } from '@/planning/labels'
import { useDemo } from '@/planning/useDemo'
import { useFoundation } from '@/planning/useFoundation'
import { currentDocument, currentOf, loadKind, useEntries } from '@/saving/documents'
import { edit, removeWithUndo } from '@/saving/undo'
import ConfirmLink from '@/shared/ConfirmLink.vue'
import { newId } from '@/shared/ids'
import ListPlace from '@/shared/ListPlace.vue'
import { useShortcuts } from '@/shared/shortcuts'
import { useShownPart } from '@/shared/useShownPart'
import { useStillOrder } from '@/shared/useStillOrder'
import { useOpenThing } from '@/shell/open'
import ShootRow from './ShootRow.vue'
import { useOverview } from './useOverview'
import { useShootFile } from './useShootFile'
import FileButton from '@/shared/FileButton.vue'
import WelcomeWays from './WelcomeWays.vue'

const router = useRouter()
const failed = ref('')
const loaded = ref(false)
Promise.all([loadKind('shoots'), loadKind('situations')])
  .catch((error: Error) => (failed.value = error.message))
  .finally(() => (loaded.value = true))
const shoots = useEntries('shoots')
const overview = useOverview()
const demo = useDemo()
const { copyShoot } = useCopies()
const foundation = useFoundation()
// The list itself is known at once; readiness is computed by the server and may come a moment later.
watch(
  () => shoots.value.map((entry) => `${entry.id}${entry.revision}`).join(),
  () => void overview.refresh(),
)

const editing = ref<string | null>(null)
const today = new Date().toISOString().slice(0, 10)
const isPast = (shoot: Shoot): boolean => (shoot.date ?? '9999') < today
const partOf = (shoot: Shoot): 'template' | 'past' | 'ahead' => (shoot.template ? 'template' : isPast(shoot) ? 'past' : 'ahead')
/** What lies ahead by nearness, what is past by how lately. */
function byDay(a: Shoot, b: Shoot): number {
  const parts = ['ahead', 'past', 'template']
  const apart = parts.indexOf(partOf(a)) - parts.indexOf(partOf(b))
  const days = (a.date ?? '9999').localeCompare(b.date ?? '9999')
  return apart || (isPast(a) ? -days : days) || a.title.localeCompare(b.title)
}
const all = computed(() => shoots.value.map((entry) => currentOf(entry)!).filter((shoot) => demo.isShown(shoot.id)))
const view = useListView(() => all.value, {
  textOf: (shoot) =>
    `${shoot.title} ${shoot.note} ${shoot.place?.name ?? ''} ${shoot.date ?? ''} ${labelOf('genre', shoot.genre)} ${shoot.photographers.map((each) => each.name).join(' ')}`,
  isArchived: (shoot) => shoot.archived,
  orders: [
    { id: 'day', label: 'day', compare: byDay },
    { id: 'name', label: 'name', compare: (a, b) => a.title.localeCompare(b.title) },
    { id: 'genre', label: 'genre', compare: (a, b) => a.genre.localeCompare(b.genre) || byDay(a, b) },
  ],
  narrowing: { label: 'Genre', options: optionsOf<Shoot['genre']>('genre'), of: (shoot) => shoot.genre },
})
// A name or a day being typed must not move its own row.
const order = useStillOrder(
  () => view.found.map((shoot) => shoot.id),
  () => editing.value !== null,
)
const rows = computed(() => order.value.flatMap((id) => currentDocument('shoots', id) ?? []))
const { shown, rest, more } = useShownPart(() => rows.value, useTemplateRef<HTMLElement>('end'))
const HEADS = { ahead: '', past: 'Past', template: 'Templates' }
/** In which part each row stands; a day that is being typed moves its row no more than a name does. */
const standing = shallowRef(new Map<string, ReturnType<typeof partOf>>())
watch(
  [all, editing],
  () => {
    const before = editing.value === null ? new Map() : standing.value
    standing.value = new Map(all.value.map((shoot) => [shoot.id, before.get(shoot.id) ?? partOf(shoot)]))
  },
  { immediate: true },
)
/** The rows in their parts; the past ones folded away unless somebody looks for one. */
const parts = computed(() => {
  if (view.wishes.order && view.wishes.order !== 'day') return [{ id: 'all', head: '', rows: shown.value }]
  return (['ahead', 'past', 'template'] as const)
    .map((id) => ({ id, head: HEADS[id], rows: shown.value.filter((shoot) => standing.value.get(shoot.id) === id) }))
    .filter((part) => part.rows.length)
})
const pastOpen = ref<boolean | null>(null)
const isOpen = (id: string): boolean => {
  if (id !== 'past') return true
  return pastOpen.value ?? (view.isWished || parts.value.every((part) => part.id === 'past') || parts.value.length < 2)
}

/** Its details unfold, and its name has the keyboard. */
async function describe(id: string): Promise<void> {
  editing.value = id
  await nextTick()
  const name = document.querySelector<HTMLInputElement>('.details input')
  name?.focus()
  name?.select()
}
function add(): void {
  const shoot = blankShoot(newId(), foundation.document.value?.home_zone ?? undefined)
  edit('shoots', shoot)
  void describe(shoot.id)
}
const copy = (shoot: Shoot): void => void describe(copyShoot(shoot))

async function remove(id: string): Promise<void> {
  editing.value = null
  try {
    await removeWithUndo('shoots', id)
  } catch (error) {
    failed.value = (error as Error).message
  }
}
function archiveChosen(): void {
  archiveRows('shoots', view.chosen, !view.wishes.archived)
  view.pickNone()
}
function removeChosen(): void {
  removeRows('shoots', view.chosen)
  view.pickNone()
}
const file = useShootFile((id) => void describe(id))

useOpenThing(() => '')
useShortcuts([
  { keys: 'N', does: 'New shoot', run: add },
  { keys: 'G', does: 'Plan a shoot by six questions', run: () => void router.push('/begin') },
])
</script>

<template>
  <ListPlace title="Shoots" :loaded="loaded" :failed="failed" :empty="!all.length">
    <template #actions>
      <Button @click="router.push('/places')">Saved places</Button>
      <Button @click="router.push('/keeping')">Safe keeping</Button>
      <FileButton label="Shoot file" accept=".json,application/json" @file="file.read">Read a shoot</FileButton>
      <Button @click="router.push('/begin')">Six questions</Button>
      <Button type="primary" @click="add">New shoot</Button>
    </template>
    <template #said>
      <p v-if="file.said.value" role="status">{{ file.said.value }}</p>
      <ul v-if="file.leftOut.value.length" class="soft">
        <li v-for="line in file.leftOut.value" :key="line">{{ line }}</li>
      </ul>
    </template>
    <template #empty>
      <WelcomeWays @blank="add" />
      <DemoLine v-if="shoots.length" />
    </template>
    <ListTools what="shoots" :view="view">
      <template #bulk>
        <button class="link" type="button" @click="archiveChosen()">
          {{ view.wishes.archived ? 'Bring back' : 'Archive' }}
        </button>
        <ConfirmLink
          :question="`Delete ${counted('shoots', view.chosen.length)} with their situations? Undo brings them back.`"
          yes="Delete"
          @confirm="removeChosen"
          >Delete</ConfirmLink
        >
      </template>
    </ListTools>
    <p v-if="!rows.length" class="empty">No shoot is like this.</p>
    <table v-else class="list">
      <thead>
        <tr>
          <th><span class="visually-hidden">Choose</span></th>
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
      <tbody v-for="part in parts" :key="part.id">
        <tr v-if="part.head" class="part">
          <td colspan="10" class="whole">
            <button v-if="part.id === 'past'" class="link" type="button" :aria-expanded="isOpen(part.id)" @click="pastOpen = !isOpen(part.id)">
              {{ part.head }} ({{ part.rows.length }})
            </button>
            <b v-else>{{ part.head }}</b>
          </td>
        </tr>
        <template v-if="isOpen(part.id)">
          <ShootRow
            v-for="shoot in part.rows"
            :key="shoot.id"
            :shoot="shoot"
            :summary="overview.of(shoot.id)"
            :is-open="editing === shoot.id"
            :is-demo="demo.isDemo(shoot.id)"
            :is-picked="view.chosen.includes(shoot.id)"
            @pick="view.pick(shoot.id)"
            @toggle="editing = editing === shoot.id ? null : shoot.id"
            @remove="remove(shoot.id)"
            @copy="copy(shoot)"
            @save="file.save(shoot)" />
        </template>
      </tbody>
    </table>
    <p v-if="rest" ref="end">
      <button class="link" type="button" @click="more()">Show {{ rest }} more</button>
    </p>
    <DemoLine />
  </ListPlace>
</template>

<style scoped>
.part td {
  padding-top: 14px;
}
</style>
