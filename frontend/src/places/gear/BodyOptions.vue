<script setup lang="ts">
/** Which settings and options this body has, what falls away with what, and what it will not do together. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Body, SettingId } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { isoText, shutterText } from '@/shared/format'
import { parseIso } from '@/shared/numbers'
import NamedSelect from '@/shared/NamedSelect.vue'
import NumberField from '@/shared/NumberField.vue'
import { settingOf, tables } from '@/shared/tables'
import TextField from '@/shared/TextField.vue'

type Support = Body['support'][number]
const props = defineProps<{ body: Body }>()
const emit = defineEmits<{ change: [changes: Partial<Body>] }>()

const choosable = computed(() => (tables.value?.settings ?? []).map((entry) => ({ value: entry.id, label: entry.label })))
const withOptions = computed(() =>
  (tables.value?.settings ?? []).filter((entry) => entry.options.length).map((entry) => ({ value: entry.id, label: entry.label })),
)
const optionsOf = (setting: string): { value: string; label: string }[] =>
  (settingOf(setting)?.options ?? []).map((option) => ({ value: option.id, label: option.label }))
const labelOf = (setting: string): string => settingOf(setting)?.label ?? setting

const opened = ref<string | null>(null)
const adding = ref<string | undefined>()
function add(setting: unknown): void {
  const id = String(setting)
  adding.value = undefined
  opened.value = id
  if (!props.body.support.some((each) => each.setting === id))
    emit('change', { support: [...props.body.support, { setting: id as SettingId, options: [], conditions: [], instead: '' }] })
}
function changeOne(setting: string, changes: Partial<Support>): void {
  emit('change', { support: props.body.support.map((each) => (each.setting === setting ? { ...each, ...changes } : each)) })
}
function remove(setting: string): void {
  emit('change', { support: props.body.support.filter((each) => each.setting !== setting) })
}
function said(support: Support): string {
  if (!support.options.length) return 'does not have it'
  const all = optionsOf(support.setting).length
  return `${support.options.length} of ${all} options${support.conditions.length ? `, ${support.conditions.length} of them with conditions` : ''}`
}
function changeCondition(support: Support, at: number, changes: Partial<Support['conditions'][number]>): void {
  changeOne(support.setting, { conditions: support.conditions.map((each, index) => (index === at ? { ...each, ...changes } : each)) })
}

function changeRule(at: number, changes: Partial<Body['iso_by_time'][number]>): void {
  emit('change', { iso_by_time: props.body.iso_by_time.map((each, index) => (index === at ? { ...each, ...changes } : each)) })
}
function changePair(at: number, side: number, changes: Partial<Body['conflicts'][number]['together'][number]>): void {
  emit('change', {
    conflicts: props.body.conflicts.map((conflict, index) =>
      index === at
        ? {
            ...conflict,
            together: conflict.together.map((pair, place) =>
              place === side ? { ...pair, ...changes, ...(changes.setting ? { option: optionsOf(changes.setting)[0]?.value ?? '' } : {}) } : pair,
            ),
          }
        : conflict,
    ),
  })
}
function changeBecause(at: number, because: string): void {
  emit('change', { conflicts: props.body.conflicts.map((conflict, index) => (index === at ? { ...conflict, because } : conflict)) })
}
function addConflict(): void {
  const fresh: Body['conflicts'][number] = {
    together: [
      { setting: 'drive', option: 'continuous_high' },
      { setting: 'shutter_type', option: 'electronic' },
    ],
    because: 'They do not work together on this body.',
  }
  emit('change', { conflicts: [...props.body.conflicts, fresh] })
}
</script>

<template>
  <section class="options">
    <h2>What it has</h2>
    <p class="soft">
      A body is taken to have every setting and option unless you say otherwise. The plan never asks for what it lacks, and names the work-around.
    </p>
    <NamedSelect
      v-model:value="adding"
      spoken
      label="Declare a setting"
      class="adding"
      :options="choosable"
      show-search
      option-filter-prop="label"
      placeholder="A setting it lacks, or has only in part"
      @select="add" />
    <div v-for="support in body.support" :key="support.setting" class="one">
      <button class="plain head" :aria-expanded="opened === support.setting" @click="opened = opened === support.setting ? null : support.setting">
        <b>{{ labelOf(support.setting) }}</b> <span class="soft">{{ said(support) }}</span>
      </button>
      <button class="link" @click="remove(support.setting)">It has all of it</button>
      <div v-if="opened === support.setting" class="inside">
        <NamedSelect
          v-if="optionsOf(support.setting).length"
          label="Options it has (none: it lacks the setting)"
          mode="multiple"
          :value="[...support.options]"
          :options="optionsOf(support.setting)"
          option-filter-prop="label"
          @update:value="(options: unknown) => changeOne(support.setting, { options: options as string[] })" />
        <TextField
          label="Work-around"
          pointer="/support"
          :value="support.instead"
          @update:value="(instead) => changeOne(support.setting, { instead })" />
        <div v-for="(condition, at) in support.conditions" :key="at" class="condition">
          <ChoiceField
            label="While"
            searchable
            :value="condition.when_setting"
            :options="withOptions"
            @update:value="(when_setting) => changeCondition(support, at, { when_setting, is_one_of: [] })" />
          <NamedSelect
            label="is one of"
            mode="multiple"
            :value="[...condition.is_one_of]"
            :options="optionsOf(condition.when_setting)"
            @update:value="(is_one_of: unknown) => changeCondition(support, at, { is_one_of: is_one_of as string[] })" />
          <NamedSelect
            label="it loses"
            mode="multiple"
            :value="[...condition.without_options]"
            :options="optionsOf(support.setting)"
            @update:value="(without: unknown) => changeCondition(support, at, { without_options: without as string[] })" />
          <TextField
            label="Because"
            pointer="/support"
            :value="condition.because"
            @update:value="(because) => changeCondition(support, at, { because })" />
          <button class="link" @click="changeOne(support.setting, { conditions: support.conditions.filter((_, index) => index !== at) })">
            Remove condition
          </button>
        </div>
        <button
          v-if="support.options.length"
          class="link"
          @click="
            changeOne(support.setting, {
              conditions: [...support.conditions, { when_setting: 'shutter_type', is_one_of: ['electronic'], without_options: [], because: '' }],
            })
          ">
          Add a condition
        </button>
      </div>
    </div>

    <h2>ISO that depends on the time</h2>
    <div v-for="(rule, at) in body.iso_by_time" :key="at" class="condition">
      <NumberField
        label="Longer than"
        pointer="/iso_by_time"
        unit="s"
        :value="rule.longer_than_s"
        :above="0"
        :format="shutterText"
        @update:value="(s) => changeRule(at, { longer_than_s: s ?? rule.longer_than_s })" />
      <NumberField
        label="no ISO above"
        pointer="/iso_by_time"
        :value="rule.highest_iso"
        :least="1"
        :parse="parseIso"
        :format="isoText"
        @update:value="(iso) => changeRule(at, { highest_iso: iso ?? rule.highest_iso })" />
      <button class="link" @click="emit('change', { iso_by_time: body.iso_by_time.filter((_, index) => index !== at) })">Remove</button>
    </div>
    <Button size="small" @click="emit('change', { iso_by_time: [...body.iso_by_time, { longer_than_s: 8, highest_iso: body.ceilings.routine }] })"
      >Add a rule</Button
    >

    <h2>What it will not do together</h2>
    <div v-for="(conflict, at) in body.conflicts" :key="at" class="condition">
      <template v-for="(pair, side) in conflict.together" :key="side">
        <ChoiceField
          :label="side ? 'with' : 'Setting'"
          searchable
          :value="pair.setting"
          :options="withOptions"
          @update:value="(setting) => changePair(at, side, { setting })" />
        <ChoiceField
          label="at"
          :value="pair.option"
          :options="optionsOf(pair.setting)"
          @update:value="(option) => changePair(at, side, { option })" />
      </template>
      <TextField label="Because" pointer="/conflicts" needed :value="conflict.because" @update:value="(because) => changeBecause(at, because)" />
      <button class="link" @click="emit('change', { conflicts: body.conflicts.filter((_, index) => index !== at) })">Remove</button>
    </div>
    <Button size="small" @click="addConflict">Add a conflict</Button>
  </section>
</template>

<style scoped>
h2 {
  margin: 20px 0 4px;
}

.adding {
  width: 320px;
  max-width: 100%;
  margin: 6px 0;
}

.one {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  justify-content: space-between;
  padding: 4px 0;
  border-top: 1px solid var(--rule);
}

.inside {
  display: grid;
  flex-basis: 100%;
  gap: 8px;
  padding: 4px 0 8px 14px;
}

.condition {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: 6px 12px;
  align-items: end;
  padding: 6px 0;
  border-top: 1px dashed var(--rule);
}
</style>
