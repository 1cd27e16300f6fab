<script setup lang="ts">
/** A switch with its words beside it. spoken: what it is called for those who hear the page. */
import { Switch } from 'ant-design-vue'

defineProps<{ spoken: string }>()
const on = defineModel<boolean>('on', { required: true })
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/label-has-for -- the switch names itself -->
  <label class="line"><Switch size="small" :checked="on" :aria-label="spoken" @update:checked="(now) => (on = Boolean(now))" /> <slot /></label>
</template>
