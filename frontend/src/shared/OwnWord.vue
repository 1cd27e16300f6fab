<script setup lang="ts">
/** One of the product's own words where it is met: a small mark opens its meaning beneath, for every kind of hand. */
import { computed, ref, useId } from 'vue'
import { meaningOf, type OwnWord } from './ownWords'

const props = defineProps<{ word: OwnWord }>()
const id = useId()
const open = ref(false)
const meaning = computed(() => meaningOf(props.word))
</script>

<template>
  <span class="own-word">
    <span class="holder"
      ><button
        type="button"
        class="mark"
        :aria-expanded="open"
        :aria-controls="id"
        :aria-label="`What is meant by ${word.toLowerCase()}?`"
        @keydown.escape.stop="open = false"
        @click="open = !open">
        ?
      </button></span
    >
    <span v-if="open" :id="id" class="meaning" role="note">{{ meaning }}</span>
  </span>
</template>

<style scoped>
.holder {
  display: inline-block;
  position: relative;
  width: 24px;
  height: 0; /* the line is as high as without it */
}

.mark {
  display: inline-grid;
  place-items: center;
  min-width: 24px;
  min-height: 24px;
  position: absolute;
  bottom: -7px;
  left: 0;
  padding: 0;
  border: 0;
  background: none;
  color: var(--soft);
  font-size: 12px;
  font-weight: 400;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
  cursor: pointer;
}

.mark:hover,
.mark[aria-expanded='true'] {
  color: var(--move);
}

.meaning {
  display: block;
  padding: 2px 0 4px;
  color: var(--soft);
  font-size: 12.5px;
  font-weight: 400;
  line-height: 1.35;
}

@media (max-width: 760px) {
  .mark {
    min-width: 44px;
    min-height: 44px;
    bottom: -17px;
    left: -10px;
  }
}

@media print {
  .mark {
    display: none;
  }
}
</style>
