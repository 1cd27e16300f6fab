<script setup lang="ts">
/** The parts of a long page, always at hand: a press goes there and takes the focus along. */
import { nextTick, onMounted, ref } from 'vue'

const props = defineProps<{ label: string; parts: readonly { id: string; label: string }[] }>()
const now = ref(props.parts[0]?.id ?? '')

async function go(id: string): Promise<void> {
  now.value = id
  await nextTick()
  const part = document.getElementById(id)
  part?.scrollIntoView({ block: 'start' })
  part?.focus({ preventScroll: true })
}
onMounted(() => {
  const wanted = window.location.hash.slice(1)
  if (props.parts.some((each) => each.id === wanted)) void go(wanted)
})
</script>

<template>
  <nav class="parts" :aria-label="label">
    <a v-for="part in parts" :key="part.id" :href="`#${part.id}`" :aria-current="part.id === now ? 'true' : undefined" @click.prevent="go(part.id)">{{
      part.label
    }}</a>
  </nav>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  position: sticky;
  top: 0;
  z-index: 2;
  margin-bottom: 10px;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
  background: var(--wall);
}

a {
  color: var(--ink);
  line-height: 26px;
  text-decoration: none;
}

a[aria-current] {
  color: var(--move);
  font-weight: 600;
}

@media (max-width: 760px) {
  .parts {
    flex-wrap: nowrap;
    overflow-x: auto;
  }

  a {
    line-height: 44px;
    white-space: nowrap;
  }
}

@media print {
  .parts {
    display: none;
  }
}
</style>
