<script setup lang="ts">
/** A place with an index of its parts at the left and one of them beside it; on a narrow page one below the other. */
defineProps<{ title: string; about: string; indexLabel: string; failed?: string; indexPx: number; partFirst?: boolean }>()
</script>

<template>
  <div class="indexed" :class="{ 'part-first': partFirst }" :style="{ '--index': `${indexPx}px` }">
    <nav class="index" :aria-label="indexLabel">
      <h1>{{ title }}</h1>
      <p class="soft">{{ about }}</p>
      <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
      <slot name="index" />
    </nav>
    <main><slot /></main>
  </div>
</template>

<style scoped>
.indexed {
  display: grid;
  grid-template-columns: var(--index) minmax(0, 1fr);
  gap: 0 30px;
  max-width: 1280px;
  margin: 0 auto;
  padding: 16px 20px 40px;
}

.index {
  display: flex;
  flex-direction: column;
  align-self: start;
}

.index p {
  margin: 4px 0 12px;
}

.index :slotted(a) {
  padding: 4px 10px;
  border-left: 3px solid transparent;
  color: var(--ink);
  line-height: 1.3;
  text-decoration: none;
}

.index :slotted(a:hover) {
  color: var(--move);
}

.index :slotted(a.on) {
  border-color: var(--move);
  background: var(--sheet);
}

main {
  min-width: 0;
}

@media (max-width: 900px) {
  .indexed {
    grid-template-columns: minmax(0, 1fr);
  }

  .index {
    flex-flow: row wrap;
    gap: 0 6px;
    margin-bottom: 16px;
  }

  .index h1,
  .index p {
    width: 100%;
  }

  .index :slotted(a) {
    min-height: 44px;
    padding: 12px 10px;
  }

  .part-first main {
    grid-row: 1;
    margin-bottom: 20px;
  }
}

@media print {
  .index {
    display: none;
  }

  .indexed {
    display: block;
  }
}
</style>
