<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue'
import { defineAsyncComponent } from 'vue'
import { openConflict } from '@/saving/documents'
import { loadTables } from '@/shared/tables'
import { listenForShortcuts } from '@/shared/shortcuts'
import { widgetTokens } from '@/shared/theme'
import ConnectionBanner from '@/shell/ConnectionBanner.vue'
import TopBar from '@/shell/TopBar.vue'

const ConflictDialog = defineAsyncComponent(() => import('@/shell/ConflictDialog.vue'))
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
        <RouterView />
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
