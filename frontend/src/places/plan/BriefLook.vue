<script setup lang="ts">
/** What the picture shall look like, what it is for, and what the place asks. */
import { Checkbox } from 'ant-design-vue'
import type { NamedLook, Preferences, Requests, Situation } from '@/api/types'
import { computed } from 'vue'
import { optionsOf } from '@/planning/labels'
import ChoiceField from '@/shared/ChoiceField.vue'
import { shutterText } from '@/shared/format'
import NumberField from '@/shared/NumberField.vue'
import { parseShutter } from '@/shared/numbers'
import TextField from '@/shared/TextField.vue'

const props = defineProps<{
  situation: Situation
  requests: Requests
  acceptedBlur: Preferences['accepted_blur_percent']
  /** Looks of the photographer's own, and the one this situation names; null: the one meant for such work. */
  looks: readonly NamedLook[]
  ownLook: string | null
}>()
const emit = defineEmits<{
  change: [Partial<Situation>]
  requests: [Partial<Requests>]
  blur: [Preferences['accepted_blur_percent']]
  ownLook: [name: string | null]
}>()
const change = (changes: Partial<Situation>): void => emit('change', changes)

const constraintIds = optionsOf<Situation['constraints'][number]>('constraint')

const BY_WORK = '\u0000by work' // no look is called so
const meant = computed(() => props.looks.find((look) => look.genres.includes(props.situation.genre)))
const lookChoices = computed(() => [
  { value: BY_WORK, label: meant.value ? `as meant for such work: ${meant.value.name}` : 'as meant for such work: none' },
  { value: '', label: 'none' },
  ...props.looks.map((look) => ({ value: look.name, label: look.name })),
  ...(props.ownLook && !props.looks.some((look) => look.name === props.ownLook)
    ? [{ value: props.ownLook, label: `${props.ownLook} (not there)` }]
    : []),
])
const lookHint = computed(() => (props.ownLook === null && meant.value ? 'From your foundation' : undefined))

function acceptBlur(percent: number | null): void {
  const { [props.situation.output]: _, ...others } = props.acceptedBlur
  emit('blur', percent === null ? others : { ...others, [props.situation.output]: percent })
}

function toggleConstraint(id: Situation['constraints'][number], on: boolean): void {
  const kept = props.situation.constraints.filter((item) => item !== id)
  change({ constraints: on ? [...kept, id] : kept })
}
</script>

<template>
  <ChoiceField label="Look" :value="situation.look" :options="optionsOf<Situation['look']>('look')" @update:value="(look) => change({ look })" />
  <ChoiceField
    v-if="looks.length || ownLook"
    class="wide"
    label="Your own look"
    :value="ownLook ?? BY_WORK"
    :options="lookChoices"
    :hint="lookHint"
    @update:value="(name) => emit('ownLook', name === BY_WORK ? null : name)" />
  <ChoiceField
    label="For"
    :value="situation.output"
    :options="optionsOf<Situation['output']>('output')"
    @update:value="(output) => change({ output })" />
  <NumberField
    label="Background softness"
    pointer="/situation/background_blur_percent"
    unit="% of height"
    optional
    empty-means="open"
    :value="situation.background_blur_percent ?? null"
    :least="0"
    :most="100"
    hint="Blur disc of a far background"
    @update:value="(background_blur_percent) => change({ background_blur_percent })" />
  <NumberField
    label="Slowest shutter you accept"
    pointer="/preferences/requests/shutter_floor_s"
    unit="s"
    optional
    empty-means="as computed"
    :value="requests.shutter_floor_s ?? null"
    :above="0"
    :parse="parseShutter"
    :format="shutterText"
    @update:value="(shutter_floor_s) => emit('requests', { shutter_floor_s })" />
  <NumberField
    label="Movement you accept"
    pointer="/preferences/accepted_blur_percent"
    unit="% of width"
    optional
    empty-means="as most do"
    :value="acceptedBlur[situation.output] ?? null"
    :above="0"
    :most="5"
    hint="For this use of the picture; 0.15 % is 9 of 6000 pixels"
    @update:value="acceptBlur" />
  <fieldset class="wide">
    <legend class="soft">What the place and the picture ask</legend>
    <Checkbox
      v-for="item in constraintIds"
      :key="item.value"
      :checked="situation.constraints.includes(item.value)"
      @update:checked="(on: boolean) => toggleConstraint(item.value, on)">
      {{ item.label }}
    </Checkbox>
  </fieldset>
  <TextField label="Note" pointer="/situation/note" long class="wide" :value="situation.note" @update:value="(note) => change({ note })" />
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}

fieldset {
  display: grid;
  grid-template-columns: 1fr 1fr;
  margin: 0;
  padding: 6px 10px 8px;
  border: 1px solid var(--rule);
}

fieldset :deep(.ant-checkbox-wrapper) {
  margin: 0;
}
</style>
