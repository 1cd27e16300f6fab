<script setup lang="ts">
/** A link that asks before it acts. The question is made when it is asked, so that long lists stay light. */
import { Popconfirm } from 'ant-design-vue'
import { ref } from 'vue'

defineProps<{ question: string; yes: string; label?: string }>()
const emit = defineEmits<{ confirm: [] }>()
const asked = ref(false)
</script>

<template>
  <Popconfirm
    v-if="asked"
    open
    :title="question"
    :ok-text="yes"
    cancel-text="Keep"
    @open-change="(open: boolean) => (asked = open)"
    @confirm="emit('confirm')"
    @cancel="asked = false">
    <button class="link" :aria-label="label"><slot /></button>
  </Popconfirm>
  <button v-else class="link" :aria-label="label" @click="asked = true"><slot /></button>
</template>
