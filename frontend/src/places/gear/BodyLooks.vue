<script setup lang="ts">
/** The looks a body has, by its own names: which of ours each comes nearest, and the steps it has in itself. */
import { Button } from 'ant-design-vue'
import type { Body, OwnLook } from '@/api/types'
import LineField from '@/shared/LineField.vue'
import NumberField from '@/shared/NumberField.vue'
import { settingOf } from '@/shared/tables'

const props = defineProps<{ body: Body }>()
const emit = defineEmits<{ change: [changes: Partial<Body>] }>()
const STEPS = ['contrast', 'highlight', 'shadow', 'saturation', 'sharpness'] as const
const put = (looks: OwnLook[]): void => emit('change', { abilities: { ...props.body.abilities, looks } })
const change = (at: number, part: Partial<OwnLook>): void =>
  put(props.body.abilities.looks.map((look, k) => (k === at ? { ...look, ...part } : look)))
const likes = (): { id: string; label: string }[] => [...(settingOf('picture_profile')?.options ?? [])]

function add(): void {
  const taken = new Set(props.body.abilities.looks.map((look) => look.name))
  const number = Array.from({ length: 41 }, (_, k) => k + 1).find((k) => !taken.has(`Look ${k}`))
  put([...props.body.abilities.looks, { name: `Look ${number}`, like: 'neutral', contrast: 0, highlight: 0, shadow: 0, saturation: 0, sharpness: 0 }])
}
</script>

<template>
  <section class="gear-part" aria-label="Looks">
    <h2>Looks</h2>
    <p class="soft">
      Its own names, and the steps each has in itself: the plan names the look and adds only what is missing. Without any it is taken to have ours.
    </p>
    <table v-if="body.abilities.looks.length" class="list">
      <thead>
        <tr>
          <th scope="col">Its name</th>
          <th scope="col">Comes nearest to</th>
          <th v-for="step in STEPS" :key="step" scope="col">{{ step }}</th>
          <th><span class="visually-hidden">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(look, k) in body.abilities.looks" :key="k">
          <td>
            <LineField
              :label="`Look ${k + 1} is called`"
              :pointer="`/abilities/looks/${k}/name`"
              :value="look.name"
              @change="(name) => change(k, { name: name.trim() || look.name })" />
          </td>
          <td>
            <select
              class="line"
              :value="look.like"
              :aria-label="`What look ${k + 1} comes nearest to`"
              @change="change(k, { like: ($event.target as HTMLSelectElement).value as OwnLook['like'] })">
              <option v-for="option in likes()" :key="option.id" :value="option.id">{{ option.label }}</option>
            </select>
          </td>
          <td v-for="step in STEPS" :key="step">
            <NumberField
              class="step"
              spoken
              :label="`${step} in look ${k + 1}`"
              :pointer="`/abilities/looks/${k}/${step}`"
              :value="look[step]"
              :least="-9"
              :most="9"
              @update:value="(v) => change(k, { [step]: v! })" />
          </td>
          <td><button type="button" class="link" @click="put(body.abilities.looks.filter((_, other) => other !== k))">Remove</button></td>
        </tr>
      </tbody>
    </table>
    <Button size="small" @click="add">Add a look</Button>
  </section>
</template>

<style scoped>
.step {
  width: 64px;
}

table {
  margin-bottom: 6px;
}
</style>
