<script setup lang="ts">
/** A place in two columns as high as the window, each scrolling by itself; one below the other on a phone. */
defineProps<{
  /** What each column is, for those who hear the page. */
  main: string
  side: string
  sidePx: number
}>()
</script>

<template>
  <div class="two-columns" :style="{ '--side': `${sidePx}px` }">
    <section class="main" :aria-label="main"><slot /></section>
    <section class="side" :aria-label="side"><slot name="side" /></section>
  </div>
</template>

<style scoped>
.two-columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) var(--side);
  height: calc(100vh - var(--top-height) - 1px);
  min-height: 520px;
}

section {
  position: relative; /* what is hidden from eyes in it stays in it, and lengthens no page */
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
  padding: 8px 14px 16px;
  overflow-y: auto;
  scrollbar-width: thin;
}

.side {
  border-left: 1px solid var(--rule);
}

@media (max-width: 900px) {
  .two-columns {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }

  section {
    overflow: visible;
    border: 0;
  }
}
</style>
