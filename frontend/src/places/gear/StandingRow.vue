<script setup lang="ts">
/** One setting with its standing value and why it is usual. */
import type { CatalogueEntry, SettingValue } from '@/api/types'
import StandingField from '@/shared/StandingField.vue'

type Value = SettingValue['value']
defineProps<{ item: CatalogueEntry; value: Value | undefined; proposed?: string; note: string }>()
const emit = defineEmits<{ choose: [value: Value | undefined] }>()
</script>

<template>
  <div class="row">
    <RouterLink :to="`/atlas/settings/${item.id}`">{{ item.label }}</RouterLink>
    <StandingField
      :item="item"
      :value="value"
      :pointer="`/settings/${item.id}`"
      :proposed="proposed"
      :class="{ own: value !== undefined }"
      @choose="(chosen) => emit('choose', chosen)" />
    <span class="soft">{{ note }}</span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 190px 250px minmax(0, 1fr);
  gap: 4px 16px;
  align-items: center;
  padding: 3px 0;
  border-top: 1px solid var(--rule);
}

.own {
  font-weight: 600;
}

@media (max-width: 760px) {
  .row {
    grid-template-columns: 1fr;
  }
}
</style>
