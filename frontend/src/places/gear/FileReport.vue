<script setup lang="ts">
/** What became of a file that was read, and each thing of it that was not taken. */
defineProps<{ said: string; leftOut: readonly string[] }>()
</script>

<template>
  <div v-if="said" class="report" role="status">
    <p>{{ said }}</p>
    <ul v-if="leftOut.length">
      <li v-for="each in leftOut" :key="each">{{ each }}</li>
    </ul>
  </div>
</template>

<style scoped>
.report {
  margin-bottom: 10px;
  padding: 6px 10px;
  border-left: 3px solid var(--move);
  background: var(--sheet);
}
</style>
