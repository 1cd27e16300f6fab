<script setup lang="ts">
/** Each setting with the camera's word for it, the ways to it, and its options. */
import { computed, ref } from 'vue'
import type { Phrase, Phrasebook, Reach } from '@/api/types'
import LineField from '@/shared/LineField.vue'
import { settingOf } from '@/shared/tables'
import { readWays, WAY_NAMES, writeWays } from './ways'

const props = defineProps<{ book: Phrasebook; sought: string }>()
const emit = defineEmits<{ change: [setting: string, part: Partial<Phrase>] }>()

const phrases = computed(() => {
  const words = props.sought.trim().toLowerCase()
  return (props.book.phrases ?? []).filter(
    (phrase) =>
      !words ||
      `${settingOf(phrase.setting)?.label ?? ''} ${phrase.words} ${phrase.reaches.map((reach) => reach.path?.join(' ')).join(' ')}`
        .toLowerCase()
        .includes(words),
  )
})
const open = ref<string | null>(null)

const wrong = ref<Record<string, string>>({})
function changeWays(setting: string, text: string): void {
  const read = readWays(text)
  wrong.value = { ...wrong.value, [setting]: read.fault }
  if (!read.fault) emit('change', setting, { reaches: read.reaches as Phrase['reaches'] })
}
function sayOption(setting: string, option: string, words: string): void {
  const phrase = props.book.phrases!.find((each) => each.setting === setting)!
  const options = { ...phrase.options }
  if (words.trim()) options[option] = words.trim().slice(0, 120)
  else delete options[option]
  emit('change', setting, { options })
}
function shortWay(reach: Reach): string {
  if (reach.way === 'quick_screen') return props.book.quick_screen ?? 'quick screen'
  if (reach.way === 'personal_menu') return props.book.personal_menu ?? 'personal menu'
  return reach.path?.join(' > ') || WAY_NAMES[reach.way]
}
</script>

<template>
  <table class="list">
    <thead>
      <tr>
        <th scope="col">Setting</th>
        <th scope="col">The camera says</th>
        <th scope="col">Where</th>
        <th><span class="visually-hidden">Edit</span></th>
      </tr>
    </thead>
    <tbody>
      <template v-for="phrase in phrases" :key="phrase.setting">
        <tr>
          <th scope="row">{{ settingOf(phrase.setting)?.label ?? phrase.setting }}</th>
          <td>
            <LineField
              :pointer="`${book.id}/${phrase.setting}/words`"
              :value="phrase.words"
              :label="`What it calls ${settingOf(phrase.setting)?.label}`"
              @change="(text) => emit('change', phrase.setting, { words: text.trim() || phrase.words })" />
          </td>
          <td class="soft">{{ phrase.reaches.map(shortWay).join(' · ') }}</td>
          <td>
            <button class="link" :aria-expanded="open === phrase.setting" @click="open = open === phrase.setting ? null : phrase.setting">
              Ways and options
            </button>
          </td>
        </tr>
        <tr v-if="open === phrase.setting">
          <td colspan="4" class="details">
            <label>
              <span class="soft">One way a line: dial, button, switch, quick screen, personal menu, menu or by hand; then a colon and where</span>
              <LineField
                :pointer="`${book.id}/${phrase.setting}/ways`"
                :rows="4"
                :most="4000"
                :value="writeWays(phrase.reaches)"
                :label="`Ways to ${settingOf(phrase.setting)?.label}`"
                @change="(text) => changeWays(phrase.setting, text)" />
            </label>
            <p v-if="wrong[phrase.setting]" class="stop" role="alert">{{ wrong[phrase.setting] }}</p>
            <div class="options">
              <label v-for="option in settingOf(phrase.setting)?.options ?? []" :key="option.id">
                <span class="soft">{{ option.label }}</span>
                <LineField
                  :pointer="`${book.id}/${phrase.setting}/${option.id}`"
                  :value="phrase.options?.[option.id] ?? ''"
                  :label="`What it calls ${option.label}`"
                  :placeholder="option.label"
                  @change="(text) => sayOption(phrase.setting, option.id, text)" />
              </label>
            </div>
          </td>
        </tr>
      </template>
    </tbody>
  </table>
</template>

<style scoped>
.details {
  padding: 10px 14px;
  background: var(--well);
}

.options {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 6px 12px;
  margin-top: 8px;
}
</style>
