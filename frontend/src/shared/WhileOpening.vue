<script setup lang="ts">
/** What a place shows before its document is there, and when there is none. */
withDefaults(
  defineProps<{
    loaded: boolean
    /** Why it could not be opened, where that is known. */
    failed?: string
    /** "shoot", "situation", "body", "setup". */
    what: string
    back?: { to: string; label: string }
  }>(),
  { failed: '', back: () => ({ to: '/shoots', label: 'To the shoots' }) },
)
</script>

<template>
  <div v-if="!loaded" class="page soft" aria-busy="true">Opening the {{ what }}…</div>
  <div v-else class="page">
    <div class="empty">
      <p>{{ failed || `There is no such ${what} (any more).` }}</p>
      <RouterLink :to="back.to">{{ back.label }}</RouterLink>
    </div>
  </div>
</template>
