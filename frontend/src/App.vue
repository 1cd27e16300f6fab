<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue'
import { useQueryClient } from '@tanstack/vue-query'
import { defineAsyncComponent, watch } from 'vue'
import { openConflict } from '@/saving/documents'
import { loadTables } from '@/shared/tables'
import { listenForShortcuts } from '@/shared/shortcuts'
import { widgetTokens } from '@/shared/theme'
import { distanceUnit } from '@/shared/units'
import ConnectionBanner from '@/shell/ConnectionBanner.vue'
import TopBar from '@/shell/TopBar.vue'

const ConflictDialog = defineAsyncComponent(() => import('@/shell/ConflictDialog.vue'))
const queries = useQueryClient()
watch(distanceUnit, () => queries.clear(), { flush: 'sync' })
listenForShortcuts()
void loadTables()
</script>

<template>
  <ConfigProvider :theme="{ token: widgetTokens }" :auto-insert-space-in-button="false">
    <div class="application">
      <a class="skip no-print" href="#place">To the content</a>
      <TopBar class="no-print" />
      <ConnectionBanner class="no-print" />
      <main id="place" tabindex="-1">
        <!-- Answers hold sentences in one unit: a change of unit asks for them anew. -->
        <RouterView :key="distanceUnit" />
      </main>
    </div>
    <ConflictDialog v-if="openConflict" :conflict="openConflict" />
  </ConfigProvider>
</template>

<style scoped>
.application {
  display: flex;
  flex-direction: column;
  min-height: 100%;
}

main {
  flex: 1;
  min-height: 0;
}

main:focus {
  outline: none;
}

.skip {
  position: absolute;
  left: -9999px;
}

.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 20;
  padding: 6px 10px;
  background: var(--sheet);
}
</style>
