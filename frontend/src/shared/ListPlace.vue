<script setup lang="ts">
/** A place that is a list: its name, what can be done, what went wrong, what it says while it is empty. */
withDefaults(defineProps<{ title: string; loaded: boolean; failed?: string; empty?: boolean }>(), { failed: '', empty: false })
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>{{ title }}</h1>
      <div class="actions"><slot name="actions" /></div>
    </div>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <slot name="said" />
    <p v-if="!loaded" class="soft" aria-busy="true">Opening…</p>
    <div v-else-if="empty" class="empty"><slot name="empty" /></div>
    <slot v-else />
  </div>
</template>
