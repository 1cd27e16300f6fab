<script setup lang="ts">
/** The library of saved setups: find, open, compare, take along as JSON, import, delete. */
import { Button } from 'ant-design-vue'
import { computed, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { archiveRows, removeRows } from '@/lists/severalRows'
import { removeWithUndo } from '@/saving/undo'
import ListPlace from '@/shared/ListPlace.vue'
import { apertureText, isoText, shutterWithUnit } from '@/shared/format'
import ConfirmLink from '@/shared/ConfirmLink.vue'
import { useAsked } from '@/shared/useAsked'
import { useShortcuts } from '@/shared/shortcuts'
import { useShownPart } from '@/shared/useShownPart'
import { useOpenThing } from '@/shell/open'
import { download } from '@/shared/download'
import SetupFilters from './SetupFilters.vue'
import ImportButton, { type ImportReport } from './ImportButton.vue'
import { type Listed, matches, ordered, tagsOf } from './library'
import { useSetupList, wholeSetup } from './useLibrary'

const MOST_COMPARED = 4
const router = useRouter()
const { loaded, failed: away, setups, families, reload } = useSetupList()
const failed = ref('')
const report = ref<ImportReport | null>(null)
const sought = useAsked('q')
const tagAsked = useAsked('tag')
const tag = computed({ get: () => tagAsked.value || null, set: (value) => (tagAsked.value = value ?? '') })
const order = useAsked('by', 'saved')
const archivedAsked = useAsked('archived')
const archived = computed({ get: () => archivedAsked.value === '1', set: (on) => (archivedAsked.value = on ? '1' : '') })
const archivedCount = computed(() => setups.value.filter((setup) => setup.archived).length)
const tags = computed(() => tagsOf(setups.value))
const opened = ref<string[]>([])
const chosen = ref<string[]>([])

const inOrder = computed(() => ordered(families.value, order.value))
/** One row per family, its newest version; the older ones unfold below it. */
const rows = computed(() =>
  inOrder.value.flatMap((family) => {
    const found = family.versions.filter((setup) => setup.archived === archived.value && matches(setup, sought.value, tag.value))
    if (!found.length) return []
    const unfolded = opened.value.includes(family.root)
    return (unfolded ? family.versions : found.slice(0, 1)).map((setup, at) => ({
      setup,
      root: family.root,
      isFirst: at === 0,
      others: family.versions.length - 1,
      unfolded,
    }))
  }),
)
const { shown, rest, more } = useShownPart(() => rows.value, useTemplateRef<HTMLElement>('end'))
const toggle = (list: string[], id: string): string[] => (list.includes(id) ? list.filter((each) => each !== id) : [...list, id])
const compare = (): void => void router.push(`/setups/compare?ids=${chosen.value.join(',')}`)

function imported(made: ImportReport | null, problem: string): void {
  report.value = made
  failed.value = problem
  if (made) void reload()
}
/** Does something that may fail for want of the server, and says so. */
async function guarded(work: () => Promise<void>): Promise<void> {
  try {
    await work()
  } catch (error) {
    failed.value = (error as Error).message
  }
}
const take = (setup: Listed): Promise<void> =>
  guarded(async () => {
    const name = setup.title.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()
    download(`${name}.json`, JSON.stringify(await wholeSetup(setup.id), null, 1), 'application/json')
  })
const remove = (id: string): Promise<void> =>
  guarded(async () => {
    await removeWithUndo('setups', id)
    chosen.value = chosen.value.filter((each) => each !== id)
  })
/** Setups are listed without their documents: those chosen are fetched, then changed as one step. */
const withChosen = (change: (ids: string[]) => void): Promise<void> =>
  guarded(async () => {
    await Promise.all(chosen.value.map((id) => wholeSetup(id)))
    change(chosen.value)
    chosen.value = []
  })
const archiveChosen = (): Promise<void> => withChosen((ids) => archiveRows('setups', ids, !archived.value))
const removeChosen = (): Promise<void> => withChosen((ids) => removeRows('setups', ids))
const field = ref<{ focus: () => void } | null>(null)
useOpenThing(() => '')
useShortcuts([
  { keys: '/', does: 'Search the setups', run: () => field.value?.focus() },
  { keys: 'C', does: 'Compare the chosen setups', run: () => chosen.value.length > 1 && compare() },
])
</script>

<template>
  <ListPlace title="Setups" :loaded="loaded" :failed="failed || away" :empty="!setups.length">
    <template #actions>
      <Button
        v-if="setups.length > 1"
        :disabled="chosen.length < 2 || chosen.length > MOST_COMPARED"
        :title="chosen.length < 2 || chosen.length > MOST_COMPARED ? 'Choose two to four setups' : ''"
        @click="compare">
        Compare {{ chosen.length > 1 ? chosen.length : '' }}
      </Button>
      <ImportButton @done="imported" />
    </template>
    <template #said>
      <div v-if="report" class="sheet report" role="status">
        <p>
          “{{ report.title }}” imported with {{ report.kept }} settings.
          <template v-if="report.renamed">Its id was taken by a different setup, so it has a new one.</template>
        </p>
        <p v-if="report.dropped.length">Not understood and left out: {{ report.dropped.join(', ') }}. The original file is kept.</p>
      </div>
    </template>
    <template #empty>
      <p>No setup saved yet. Plan a situation and choose “Save setup”, or import a file.</p>
      <RouterLink to="/shoots">To the shoots</RouterLink>
    </template>
    <SetupFilters
      ref="field"
      v-model:sought="sought"
      v-model:tag="tag"
      v-model:order="order"
      v-model:archived="archived"
      :tags="tags"
      :archived-count="archivedCount"
      :chosen="chosen.length"
      @archive="archiveChosen"
      @remove="removeChosen"
      @none="chosen = []" />
    <p v-if="!rows.length" class="empty">No setup holds these words{{ tag ? ` with the tag “${tag}”` : '' }}.</p>
    <table v-else class="list">
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">Choose</span></th>
          <th scope="col">Setup</th>
          <th scope="col">Exposure</th>
          <th scope="col">Kit</th>
          <th scope="col">Saved</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ setup, root, isFirst, others, unfolded } in shown" :key="setup.id" :class="{ older: !isFirst }">
          <td class="choose">
            <input
              type="checkbox"
              :checked="chosen.includes(setup.id)"
              :aria-label="`Choose ${setup.title}`"
              @change="chosen = toggle(chosen, setup.id)" />
          </td>
          <th scope="row">
            <RouterLink :to="`/setups/${setup.id}`">{{ setup.title }}</RouterLink>
            <span v-if="setup.version > 1 || others" class="soft version"> version {{ setup.version }}</span>
            <button v-if="isFirst && others" class="link older-link" :aria-expanded="unfolded" @click="opened = toggle(opened, root)">
              {{ unfolded ? 'fold' : `${others} more` }}
            </button>
            <span v-for="each in setup.tags" :key="each" class="on-row">{{ each }}</span>
            <p v-if="setup.note" class="soft note">{{ setup.note }}</p>
          </th>
          <td>{{ shutterWithUnit(setup.exposure[0]) }}, {{ apertureText(setup.exposure[1]) }}, ISO {{ isoText(setup.exposure[2]) }}</td>
          <td>{{ setup.kit }}</td>
          <td>{{ setup.saved_at.slice(0, 16).replace('T', ' ') }}</td>
          <td class="right whole">
            <button class="link" @click="take(setup)">JSON</button>
            <ConfirmLink :question="`Delete “${setup.title}”? Undo brings it back.`" yes="Delete" @confirm="remove(setup.id)">Delete</ConfirmLink>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="rest" ref="end" class="more">
      <button class="link" @click="more">{{ rest }} more</button>
    </p>
  </ListPlace>
</template>

<style scoped>
.report {
  margin-bottom: 12px;
}

.on-row {
  margin-right: 8px;
  padding: 0 6px;
  border: 1px solid var(--rule);
  font-size: 12px;
  font-weight: 400;
}

.on-row {
  margin: 0 0 0 8px;
  color: var(--soft);
}

.more {
  padding: 8px 0;
}

.version,
.older-link,
.note {
  font-weight: 400;
  font-size: 12px;
}

.older-link {
  margin-left: 6px;
}

.older th {
  padding-left: 18px;
}

.choose {
  width: 28px;
}

.right {
  text-align: right;
  white-space: nowrap;
}

.right .link + .link {
  margin-left: 10px;
}

@media (max-width: 760px) {
  .filters {
    grid-template-columns: 1fr;
  }

  .right {
    text-align: left;
  }
}
</style>
