<script setup lang="ts">
/**
 * A number typed as photographers type it ("1/250", "f/5.6", "12,5"). What is not (yet) a number stays in the field,
 * with the reason below it; the document keeps its last good value.
 */
import { Input } from 'ant-design-vue'
import { computed, inject, onMounted, ref, useId, watch } from 'vue'
import { halfTyped, keepHalfTyped } from './drafts'
import { type Parse, parseNumber, reasonOf } from './numbers'
import { significant } from './numberText'
import { fieldProblems } from './problems'

const props = withDefaults(
  defineProps<{
    label: string
    pointer: string
    unit?: string
    format?: (value: number) => string
    parse?: Parse
    /** Smallest and largest value that can be meant, for the sentence under the field. */
    above?: number
    least?: number
    most?: number
    optional?: boolean
    emptyMeans?: string
    hint?: string
    /** Taken when the field is left, not while it is typed: for a number that another one must agree with. */
    late?: boolean
    /** The label is only spoken: a heading names the field for those who see it. */
    spoken?: boolean
  }>(),
  { unit: '', optional: false },
)
const value = defineModel<number | null>('value', { required: true })
const id = useId()
const field = inject(fieldProblems, null)
const key = computed(() => `${field?.document.value ?? ''}${props.pointer}`)

const written = (number: number | null): string => (number === null ? '' : props.format ? props.format(number) : significant(number, 6))
const text = ref(halfTyped(key.value) ?? written(value.value))
const focused = ref(false)

watch([value, key], ([now], [, before]) => {
  const pending = halfTyped(key.value)
  if (pending !== undefined) text.value = pending
  else if (!focused.value || before !== key.value) text.value = written(now)
})

function read(typed: string): { number: number | null; reason: string | null } {
  if (typed.trim() === '') {
    return props.optional ? { number: null, reason: null } : { number: null, reason: 'A value is needed here.' }
  }
  const parsed = (props.parse ?? parseNumber)(typed)
  if (typeof parsed !== 'number') return { number: null, reason: reasonOf(parsed) ?? 'This is not a number yet.' }
  const number = parsed
  if (props.above !== undefined && number <= props.above) return { number, reason: `Must be above ${props.above}.` }
  if (props.least !== undefined && number < props.least) return { number, reason: `Must be ${props.least} or more.` }
  if (props.most !== undefined && number > props.most) return { number, reason: `Must be ${props.most} or less.` }
  return { number, reason: null }
}

const reason = computed(() => (props.late && focused.value ? null : (read(text.value).reason ?? field?.problemAt(props.pointer) ?? null)))

function take(typed: string): void {
  text.value = typed
  const { number, reason: wrong } = read(typed)
  const waits = wrong !== null || (props.late && number !== value.value)
  keepHalfTyped(key.value, waits ? typed : null)
  if (!waits && number !== value.value) value.value = number
}

function leave(): void {
  focused.value = false
  const { number, reason: wrong } = read(text.value)
  if (wrong !== null) return
  keepHalfTyped(key.value, null)
  if (number !== value.value) value.value = number
  text.value = written(number)
}
// A reload is a field left: what can be taken is taken.
onMounted(() => props.late && halfTyped(key.value) !== undefined && leave())
</script>

<template>
  <div class="field">
    <label :class="{ 'visually-hidden': spoken }" :for="id">{{ label }}</label>
    <Input
      :id="id"
      :value="text"
      :suffix="unit || undefined"
      :status="reason ? 'error' : ''"
      :placeholder="emptyMeans"
      :aria-invalid="reason ? 'true' : undefined"
      :aria-describedby="reason || hint ? `${id}-note` : undefined"
      autocomplete="off"
      inputmode="text"
      @update:value="take"
      @focus="focused = true"
      @blur="leave"
      @press-enter="leave" />
    <p v-if="reason" :id="`${id}-note`" class="stop note" role="alert">{{ reason }}</p>
    <p v-else-if="hint" :id="`${id}-note`" class="soft note">{{ hint }}</p>
  </div>
</template>
