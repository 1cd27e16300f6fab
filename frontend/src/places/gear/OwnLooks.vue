<script setup lang="ts">
/** The photographer's own looks: what the picture is made of, under a name, and where each is taken by itself. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { NamedLook } from '@/api/types'
import { optionsOf } from '@/planning/labels'
import LineField from '@/shared/LineField.vue'
import NamedSelect from '@/shared/NamedSelect.vue'
import { lookSettings } from '@/shared/lookSettings'
import { tables } from '@/shared/tables'
import { freshName } from './looks'
import OwnValues from '@/shared/OwnValues.vue'

const props = defineProps<{ looks: readonly NamedLook[] }>()
const emit = defineEmits<{ change: [looks: NamedLook[], what: string] }>()
const genres = optionsOf<NamedLook['genres'][number]>('genre')
const may = computed(() => lookSettings(tables.value?.settings ?? []))

function put(at: number, changes: Partial<NamedLook>): void {
  emit(
    'change',
    props.looks.map((look, k) => (k === at ? { ...look, ...changes } : look)),
    `looks/${at}`,
  )
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
      <div class="made-of">
        <OwnValues
          :owner="look.name"
          :values="look.settings"
          :may="may"
          :pointer="`/looks/${at}/settings`"
          placeholder="Add what it is made of"
          @change="(settings) => put(at, { settings })" />
      </div>
    </article>
    <Button size="small" @click="add">Add a look</Button>
  </section>
</template>

<style scoped>
h2 {
  margin: 16px 0 0;
}

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

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}

.head > .field {
  flex: 0 1 250px;
}

.head > :deep(.line) {
  width: 220px;
}

.made-of {
  display: grid;
  gap: 2px;
  padding-left: 16px;
}
</style>
