<script setup lang="ts">
/** What this is, where it keeps things, what leaves the machine (nothing), and what it is built on. */
import { useQuery } from '@tanstack/vue-query'
import { answered, client } from '@/api/client'
import { useOpenThing } from '@/shell/open'

declare const PAGE_PARTS: { name: string; version: string; licence: string }[]
const pageParts = PAGE_PARTS
const about = useQuery({ queryKey: ['about'], queryFn: () => answered(client.GET('/api/v1/about')) })
useOpenThing(() => '')
</script>

<template>
  <div class="page about">
    <div class="page-head"><h1>About Wide Aperture</h1></div>
    <p v-if="about.error.value" class="stop" role="alert">{{ about.error.value.message }}</p>
    <p v-else-if="!about.data.value" class="soft" aria-busy="true">Opening…</p>
    <template v-else>
      <dl>
        <dt>Version</dt>
        <dd>{{ about.data.value.version }}, planner {{ about.data.value.planner_version }}, on Python {{ about.data.value.python }}</dd>
        <dt>Your data</dt>
        <dd>
          <code>{{ about.data.value.data_folder }}</code>: one database, dated copies of it, the server’s key.
          <RouterLink to="/keeping">Back it up, restore it, empty its bin</RouterLink>.
        </dd>
        <dt>What leaves this machine</dt>
        <dd>Nothing. No server is asked, nothing is counted, no font or script comes from elsewhere.</dd>
        <dt>Licence</dt>
        <dd>Apache-2.0</dd>
        <dt>It informs</dt>
        <dd>
          Local rules, licensed practice and your own eyes decide. Never point a camera at the Sun without a certified solar filter on the front;
          flashes and strobes can harm; at night, on roads, at heights and near animals your own safety comes first.
        </dd>
      </dl>
      <h2>Built on</h2>
      <table class="list parts">
        <thead>
          <tr>
            <th scope="col">Library</th>
            <th scope="col">Version</th>
            <th scope="col">Licence</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="part in [...about.data.value.parts, ...pageParts]" :key="part.name">
            <th scope="row">{{ part.name }}</th>
            <td>{{ part.version }}</td>
            <td>{{ part.licence }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped>
.about {
  max-width: 820px;
}

dl {
  display: grid;
  grid-template-columns: 180px 1fr;
  gap: 8px 16px;
  margin-bottom: 22px;
}

dt {
  color: var(--soft);
}

code {
  overflow-wrap: anywhere;
}

@media (max-width: 760px) {
  dl {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }

  dd {
    margin-bottom: 10px;
  }
}
</style>
