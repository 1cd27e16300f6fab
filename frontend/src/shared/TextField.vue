<script setup lang="ts">
/** A line or a paragraph of text. An empty title is shown as needed and not sent. */
import { Input, Textarea } from 'ant-design-vue'
import { computed, inject, ref, useId, watch } from 'vue'
import { fieldProblems } from './problems'

const props = defineProps<{ label: string; pointer: string; needed?: boolean; long?: boolean; most?: number }>()
const value = defineModel<string>('value', { required: true })
const id = useId()
const text = ref(value.value)
const field = inject(fieldProblems, null)
watch(value, (now) => {
  if (now !== text.value && text.value !== '') text.value = now
})
const reason = computed(() => (props.needed && text.value.trim() === '' ? 'A name is needed here.' : (field?.problemAt(props.pointer) ?? null)))

function take(typed: string): void {
  text.value = typed
  if (!(props.needed && typed.trim() === '')) value.value = typed
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <Textarea v-if="long" :id="id" :value="text" :maxlength="most ?? 4000" :rows="3" @update:value="take" />
    <Input v-else :id="id" :value="text" :maxlength="most ?? 120" :status="reason ? 'error' : ''" autocomplete="off" @update:value="take" />
    <p v-if="reason" class="stop note" role="alert">{{ reason }}</p>
  </div>
</template>
