<script setup lang="ts">
/** What keeps things: one zip out, one zip in with a look at what it would do, the bin, and what cannot be read. */
import { Button } from 'ant-design-vue'
import { useOpenThing } from '@/shell/open'
import BinSection from './BinSection.vue'
import RestoreSection from './RestoreSection.vue'
import SetAsideSection from './SetAsideSection.vue'
import UploadsSection from './UploadsSection.vue'

useOpenThing(() => 'Safe keeping')
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Safe keeping</h1>
      <p class="soft">
        Everything stays on this machine. The server also copies its database by itself: at start and each day, seven days and four weeks of them.
      </p>
    </div>
    <SetAsideSection />
    <section aria-label="Backup">
      <h2>Backup</h2>
      <p>
        One zip holds your shoots, frames’ records, gear, foundation, setups and places with their earlier versions and the bin, and a copy of the
        database.
      </p>
      <p class="do"><Button type="primary" href="/api/v1/backup" download>Download a backup</Button></p>
    </section>
    <RestoreSection />
    <UploadsSection />
    <BinSection />
  </div>
</template>

<style scoped>
section {
  margin-bottom: 28px;
}

h2 {
  margin-bottom: 4px;
}

.do {
  margin-top: 8px;
}
</style>
