<script setup lang="ts">
/** Every setting, check and school explained, and the way from a symptom to its cause. */
import { Input } from 'ant-design-vue'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useShortcuts } from '@/shared/shortcuts'
import { tables } from '@/shared/tables'
import { useFound } from '@/shared/useFound'
import { useOpenThing } from '@/shell/open'
import CheckPage from './CheckPage.vue'
import { type AtlasEntry, type AtlasKind, entriesOf, found, KINDS } from './entries'
import SchoolPage from './SchoolPage.vue'
import SettingPage from './SettingPage.vue'
import SymptomPage from './SymptomPage.vue'

const props = defineProps<{ kind?: AtlasKind | ''; id?: string }>()
const route = useRoute()
const router = useRouter()
const shown = computed<AtlasKind>(() => props.kind || 'settings')
const sought = ref(typeof route.query.q === 'string' ? route.query.q : '')
const all = computed(() => (tables.value ? entriesOf(tables.value) : []))

/** While searching, every kind is looked through; without a search, one kind is browsed. */
const answer = useFound(() => sought.value)
const byKey = computed(() => new Map(all.value.map((entry) => [`${entry.kind}/${entry.id}`, entry])))
const listed = computed(() => {
  if (!sought.value.trim()) return all.value.filter((entry) => entry.kind === shown.value)
  // Until the server answers, and while it is away, what holds every word.
  return answer.value?.flatMap((key) => byKey.value.get(key) ?? []) ?? found(all.value, sought.value)
})
const groups = computed(() => {
  const made = new Map<string, AtlasEntry[]>()
  for (const entry of listed.value) {
    const name = sought.value.trim() ? (KINDS.find((kind) => kind.id === entry.kind)?.label ?? '') : entry.group
    made.set(name, [...(made.get(name) ?? []), entry])
  }
  return [...made]
})
const isOpen = (entry: AtlasEntry): boolean => entry.kind === shown.value && entry.id === props.id
const page = computed(() => all.value.find((entry) => entry.kind === shown.value && entry.id === props.id))
const count = (kind: AtlasKind): number => all.value.filter((entry) => entry.kind === kind).length

watch(sought, (q) => void router.replace({ path: route.path, query: q ? { q } : {} }))
const list = ref<HTMLElement | null>(null)
async function reveal(): Promise<void> {
  await nextTick()
  list.value?.querySelector('.on')?.scrollIntoView({ block: 'nearest' })
}
onMounted(reveal)
watch(() => [props.kind, props.id, tables.value], reveal)

function openFirst(): void {
  const first = listed.value[0]
  if (first) void router.push({ path: `/atlas/${first.kind}/${first.id}`, query: route.query })
}
const field = ref<{ focus: () => void } | null>(null)
useOpenThing(() => page.value?.label ?? 'Atlas')
useShortcuts([{ keys: '/', does: 'Search the Atlas', run: () => field.value?.focus() }])
</script>

<template>
  <div class="atlas">
    <nav class="left no-print" aria-label="Atlas">
      <Input
        ref="field"
        v-model:value="sought"
        allow-clear
        placeholder="Search settings, checks, schools"
        aria-label="Search the Atlas"
        @press-enter="openFirst" />
      <p v-if="!sought" class="kinds">
        <RouterLink v-for="kind in KINDS" :key="kind.id" :to="`/atlas/${kind.id}`" :class="{ on: shown === kind.id }"
          >{{ kind.label }} {{ count(kind.id) }}</RouterLink
        >
      </p>
      <p v-else class="soft" role="status">{{ listed.length }} found</p>
      <div ref="list" class="list-of">
        <p v-if="!tables" class="soft" aria-busy="true">Opening…</p>
        <p v-else-if="!listed.length" class="empty">Nothing by that name. Try a word of what you see: “band”, “orange”, “buffer”.</p>
        <section v-for="[group, entries] in groups" :key="group">
          <h3>{{ group }}</h3>
          <RouterLink
            v-for="entry in entries"
            :key="entry.kind + entry.id"
            class="entry"
            :class="{ on: isOpen(entry) }"
            :to="{ path: `/atlas/${entry.kind}/${entry.id}`, query: route.query }"
            >{{ entry.label }}</RouterLink
          >
        </section>
      </div>
    </nav>
    <article class="right" aria-live="polite">
      <template v-if="tables">
        <div v-if="id && !page" class="empty"><p>There is no such page.</p></div>
        <SettingPage v-else-if="id && shown === 'settings'" :id="id" :key="id" />
        <CheckPage v-else-if="id && shown === 'checks'" :code="id" />
        <SchoolPage v-else-if="id && shown === 'schools'" :id="id" />
        <SymptomPage v-else-if="shown === 'symptoms'" :id="id ?? ''" />
        <div v-else class="soft welcome">
          <h1>Atlas</h1>
          <p>What each of {{ count('settings') }} settings does, what it touches, what fights it, and where your shoot uses it.</p>
          <p>What each of {{ count('checks') }} checks looks for, and the {{ count('schools') }} questions practitioners disagree on.</p>
          <p>Something went wrong? <RouterLink to="/atlas/symptoms">Start from what you see</RouterLink>.</p>
        </div>
      </template>
    </article>
  </div>
</template>

<style scoped>
.atlas {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  height: calc(100vh - var(--top-height));
}

.left {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-height: 0;
  padding: 12px 0 0 16px;
  border-right: 1px solid var(--rule);
}

.left > :deep(.ant-input-affix-wrapper) {
  width: 268px;
}

.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}

.kinds a {
  border-bottom: 2px solid transparent;
  color: var(--soft);
  text-decoration: none;
}

.kinds .on {
  border-color: var(--move);
  color: var(--ink);
}

.list-of {
  flex: 1;
  min-height: 0;
  padding: 0 12px 20px 0;
  overflow-y: auto;
  scrollbar-width: thin;
}

h3 {
  margin: 8px 0 2px;
}

.entry {
  display: block;
  min-height: 24px;
  padding: 2px 6px;
  color: var(--ink);
  text-decoration: none;
}

.entry:hover {
  text-decoration: underline;
}

.entry.on {
  background: var(--sheet);
  box-shadow: inset 3px 0 var(--move);
  font-weight: 600;
}

.right {
  padding: 18px 28px 40px;
  overflow-y: auto;
}

.right > :deep(*) {
  max-width: 820px;
}

.welcome {
  display: grid;
  gap: 8px;
}

@media (max-width: 900px) {
  .atlas {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }

  .left {
    padding: 12px 12px 0;
    border: 0;
    border-bottom: 1px solid var(--rule);
  }

  .list-of {
    flex: none;
    max-height: 34vh;
  }

  .entry {
    min-height: 44px;
    align-content: center;
  }

  .right {
    padding: 14px 12px 40px;
  }
}

@media print {
  .atlas {
    display: block;
    height: auto;
  }

  .right {
    overflow: visible;
    padding: 0;
  }
}
</style>
