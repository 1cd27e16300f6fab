<script setup lang="ts">
/** The photographer's own looks: what the picture is made of, under a name, and where each is taken by itself. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { NamedLook } from '@/api/types'
import { optionsOf } from '@/planning/labels'
import LineField from '@/shared/LineField.vue'
import NamedSelect from '@/shared/NamedSelect.vue'
import { lookSettings } from '@/shared/lookSettings'
import { settingOf, tables } from '@/shared/tables'
import { freshName } from './looks'
import StandingField from '@/shared/StandingField.vue'

const props = defineProps<{ looks: readonly NamedLook[] }>()
const emit = defineEmits<{ change: [looks: NamedLook[], what: string] }>()
const genres = optionsOf<NamedLook['genres'][number]>('genre')
const all = computed(() => lookSettings(tables.value?.settings ?? []).map((item) => ({ value: item.id, label: item.label })))

function put(at: number, changes: Partial<NamedLook>): void {
  emit(
    'change',
    props.looks.map((look, k) => (k === at ? { ...look, ...changes } : look)),
    `looks/${at}`,
  )
}
function choose(at: number, id: string, value: NamedLook['settings'][string] | undefined): void {
  const settings: NamedLook['settings'] = { ...props.looks[at]!.settings }
  if (value === undefined) delete settings[id]
  else settings[id] = value
  put(at, { settings })
}
function addSetting(at: number, id: string): void {
  const item = settingOf(id)
  if (item) choose(at, id, item.usual ?? item.factory ?? item.options[0]?.id ?? (item.kind === 'flag' ? true : null)) // a number is typed
}
const clash = ref('')
function rename(at: number, text: string): void {
  const name = text.trim()
  const taken = props.looks.some((look, k) => k !== at && look.name === name)
  clash.value = taken ? `“${name}” is another look's name already: this one keeps its old name until you write a third.` : ''
  if (name && !taken) put(at, { name })
}
const add = (): void => emit('change', [...props.looks, { name: freshName(props.looks), settings: {}, genres: [], body_id: null }], 'looks')
const remove = (at: number): void =>
  emit(
    'change',
    props.looks.filter((_, k) => k !== at),
    'looks',
  )
</script>

<template>
  <section class="looks" aria-label="Your looks">
    <h2>Your looks</h2>
    <p class="soft">
      What a picture is made of, under a name of your own. A look is taken by itself in the work you name here, and in any situation whose brief names
      it; it stands before the values of any day.
    </p>
    <p v-if="!looks.length" class="empty">No look of your own yet: the plan chooses what the picture is made of.</p>
    <p v-if="clash" class="stop" role="alert">{{ clash }}</p>
    <article v-for="(look, at) in looks" :key="at" :aria-label="`Look ${look.name}`">
      <div class="head">
        <LineField :pointer="`/looks/${at}/name`" :value="look.name" :label="`Name of look ${at + 1}`" @change="(text) => rename(at, text)" />
        <NamedSelect
          :label="`${look.name}: taken by itself in`"
          spoken
          mode="multiple"
          placeholder="only where a brief names it"
          :value="look.genres"
          :options="genres"
          @update:value="(chosen: unknown) => put(at, { genres: chosen as NamedLook['genres'] })" />
        <button class="link" :aria-label="`Remove the look ${look.name}`" @click="remove(at)">Remove</button>
      </div>
      <div v-for="(value, id) in look.settings" :key="id" class="one">
        <RouterLink :to="`/atlas/settings/${id}`">{{ settingOf(String(id))?.label ?? id }}</RouterLink>
        <StandingField
          v-if="settingOf(String(id))"
          :item="settingOf(String(id))!"
          :value="value"
          :pointer="`/looks/${at}/settings/${id}`"
          needed
          @choose="(chosen) => choose(at, String(id), chosen)" />
        <button
          class="link"
          :aria-label="`Take out ${settingOf(String(id))?.label ?? id} of ${look.name}`"
          @click="choose(at, String(id), undefined)">
          Take out
        </button>
      </div>
      <div class="add">
        <NamedSelect
          :key="Object.keys(look.settings).length"
          :label="`Add to ${look.name}`"
          spoken
          show-search
          option-filter-prop="label"
          :value="undefined"
          placeholder="Add what it is made of"
          :options="all.filter((each) => !(each.value in look.settings))"
          @update:value="(id: unknown) => addSetting(at, String(id))" />
      </div>
    </article>
    <Button size="small" @click="add">Add a look</Button>
  </section>
</template>

<style scoped>
.looks {
  display: grid;
  gap: 6px;
  justify-items: start;
}

article {
  display: grid;
  gap: 2px;
  width: 100%;
  padding: 6px 0 8px;
  border-top: 1px solid var(--rule);
}

.head,
.one {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}

.one {
  padding-left: 16px;
}

.one > a {
  width: 150px;
}

.head > .field,
.one > .field {
  flex: 0 1 250px;
}

.head > :deep(.line) {
  width: 220px;
}

.add {
  width: 100%;
  max-width: 296px;
  margin-left: 16px;
}
</style>
