<script setup lang="ts">
import { serverIsAway } from '@/saving/connection'
</script>

<template>
  <p v-if="serverIsAway" class="banner" role="alert">
    The server is away. What you edit is kept in this browser and sent when it is back; plans wait with it.
  </p>
</template>

<style scoped>
.banner {
  padding: 6px 16px;
  border-bottom: 1px solid var(--cost);
  background: var(--sheet);
  color: var(--cost);
}
</style>
