<script setup lang="ts" generic="Item extends { setting: string }">
/** One line that says how many, and on demand each with what can be done about it. */
import { ref } from 'vue'

defineProps<{ name: string; sentence: string; items: readonly Item[]; foldable: boolean }>()
defineSlots<{ before(): unknown; said(props: { each: Item }): unknown; links(props: { each: Item }): unknown }>()
const open = ref(false)
</script>

<template>
  <section class="folded" :aria-label="name">
    <p>
      <button v-if="foldable" class="link" :aria-expanded="open" @click="open = !open">{{ sentence }}</button>
      <span v-else class="soft">{{ sentence }}</span>
    </p>
    <template v-if="open">
      <slot name="before" />
      <ul>
        <li v-for="each in items" :key="each.setting">
          <p><slot name="said" :each="each" /></p>
          <p class="links"><slot name="links" :each="each" /></p>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.folded {
  margin: 6px 0;
}

ul {
  margin: 4px 0 8px;
  padding: 0;
  list-style: none;
}

li {
  padding: 4px 0;
  border-top: 1px solid var(--rule);
}

.links {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
}
</style>
