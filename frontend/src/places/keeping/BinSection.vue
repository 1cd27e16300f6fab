<script setup lang="ts">
/** What was deleted, the last first: brought back as it was, or removed for good. */
import { useQuery } from '@tanstack/vue-query'
import { Button } from 'ant-design-vue'
import { computed, onScopeDispose, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { DeletedOut } from '@/api/types'
import { onHeard, reloadKind } from '@/saving/documents'
import type { Kind } from '@/saving/kinds'
import ConfirmLink from '@/shared/ConfirmLink.vue'
import { momentText } from '@/shared/times'

const failed = ref('')
const said = ref('')
const bin = useQuery({ queryKey: ['bin'], queryFn: () => answered(client.GET('/api/v1/bin')), staleTime: 0 })
onScopeDispose(onHeard(() => void bin.refetch()))
const items = computed(() => bin.data.value?.items ?? [])
const MOST_SHOWN = 100

async function act(
  item: DeletedOut,
  done: string,
  work: (init: { params: { path: { kind: string; row_id: string } }; headers: Record<string, string> }) => Promise<unknown>,
): Promise<void> {
  failed.value = said.value = ''
  try {
    await work({ params: { path: { kind: item.kind, row_id: item.id } }, headers: { 'If-Match': `"${item.revision}"` } })
    said.value = done
    await reloadKind(item.kind as Kind)
  } catch (error) {
    failed.value = error instanceof Problem ? error.message : String(error)
  }
  await bin.refetch()
}
const bringBack = (item: DeletedOut): Promise<void> =>
  act(item, `“${item.title}” is back.`, (init) => answered(client.POST('/api/v1/bin/{kind}/{row_id}', { ...init, body: {} as never })))
const removeForGood = (item: DeletedOut): Promise<void> =>
  act(item, `“${item.title}” is gone for good.`, (init) => answered(client.DELETE('/api/v1/bin/{kind}/{row_id}', init)))
const withParts = (item: DeletedOut): string => (item.holds ? ` with its ${item.holds} ${item.holds === 1 ? 'situation' : 'situations'}` : '')
</script>

<template>
  <section aria-label="Bin">
    <h2>Bin</h2>
    <p class="soft">{{ bin.data.value?.retention }}</p>
    <p v-if="failed || bin.error.value" class="stop" role="alert">{{ failed || bin.error.value?.message }}</p>
    <p v-if="said" role="status">{{ said }}</p>
    <p v-if="bin.data.value && !items.length" class="empty">Nothing was deleted.</p>
    <table v-else-if="items.length" class="list">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">Kind</th>
          <th scope="col">Deleted</th>
          <th><span class="visually-hidden">Do</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="item in items.slice(0, MOST_SHOWN)" :key="item.id">
          <th scope="row">
            {{ item.title }}<span v-if="item.holds" class="soft">{{ withParts(item) }}</span>
          </th>
          <td>{{ item.noun }}</td>
          <td>{{ momentText(item.deleted_at) }}</td>
          <td>
            <div class="do">
              <Button size="small" :aria-label="`Bring back ${item.title}`" @click="bringBack(item)">Bring back</Button>
              <ConfirmLink
                :label="`Remove ${item.title} for good`"
                :question="`Remove “${item.title}”${withParts(item)} for good, with every earlier version? This cannot be undone; only backups hold it then.`"
                yes="Remove for good"
                @confirm="removeForGood(item)"
                >Remove for good</ConfirmLink
              >
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="items.length > MOST_SHOWN" class="soft">and {{ items.length - MOST_SHOWN }} more</p>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 28px;
}

h2 {
  margin-bottom: 4px;
}

.empty {
  margin-top: 8px;
}

.do {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: flex-end;
}
</style>
