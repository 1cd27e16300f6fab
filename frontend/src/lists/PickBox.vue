<script setup lang="ts">
/** The box that chooses a row for what is done to several. */
defineProps<{ name: string; on: boolean }>()
defineEmits<{ pick: [] }>()
</script>

<template>
  <label class="pick"
    ><input type="checkbox" :checked="on" @change="$emit('pick')" /><span class="visually-hidden">Choose {{ name }}</span></label
  >
</template>

<style scoped>
.pick {
  display: inline-grid;
  place-items: center;
  min-width: 24px;
  min-height: 24px;
  cursor: pointer;
}

@media (max-width: 760px) {
  .pick {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
