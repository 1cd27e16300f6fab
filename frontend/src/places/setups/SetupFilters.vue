<script setup lang="ts">
/** Over the library: words, tags, an order, the archive, and what is done to several setups at once. */
import { Input } from 'ant-design-vue'
import { ref } from 'vue'
import ConfirmLink from '@/shared/ConfirmLink.vue'

defineProps<{ tags: readonly string[]; archivedCount: number; chosen: number }>()
const emit = defineEmits<{ archive: []; remove: []; none: [] }>()
const sought = defineModel<string>('sought', { required: true })
const tag = defineModel<string | null>('tag', { required: true })
const order = defineModel<string>('order', { required: true })
const archived = defineModel<boolean>('archived', { required: true })
const input = ref<{ focus: () => void } | null>(null)
defineExpose({ focus: () => input.value?.focus() })
</script>

<template>
  <div>
    <div class="filters">
      <Input ref="input" v-model:value="sought" placeholder="Search title, note, tag, kit" aria-label="Search the setups" allow-clear />
      <p v-if="tags.length" role="group" aria-label="Tags">
        <button v-for="each in tags" :key="each" class="plain tag" :aria-pressed="tag === each" @click="tag = tag === each ? null : each">
          {{ each }}
        </button>
      </p>
    </div>
    <div class="filters second">
      <span class="choice">
        <span class="soft" aria-hidden="true">By</span>
        <select v-model="order" class="line" aria-label="Order of the setups">
          <option value="saved">last saved</option>
          <option value="title">title</option>
          <option value="kit">kit</option>
        </select>
      </span>
      <label v-if="archivedCount || archived"><input v-model="archived" type="checkbox" /> Archived ({{ archivedCount }})</label>
      <div v-if="chosen" role="group" :aria-label="`With ${chosen} setups`" class="bulk">
        <b>{{ chosen }} chosen</b>
        <button class="link" type="button" @click="emit('archive')">{{ archived ? 'Bring back' : 'Archive' }}</button>
        <ConfirmLink :question="`Delete ${chosen} setups? Undo brings them back.`" yes="Delete" @confirm="emit('remove')">Delete</ConfirmLink>
        <button class="link" type="button" @click="emit('none')">Done</button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.filters {
  display: grid;
  grid-template-columns: minmax(0, 320px) minmax(0, 1fr);
  gap: 8px 18px;
  align-items: center;
  margin-bottom: 10px;
}

.filters.second {
  display: flex;
  flex-wrap: wrap;
}

.choice,
.bulk {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
}

select.line {
  width: auto;
}

.tag[aria-pressed='true'] {
  border-color: var(--move);
  background: var(--move);
  color: var(--on-move);
}

.tag {
  margin-right: 8px;
  padding: 0 6px;
  border: 1px solid var(--rule);
  font-size: 12px;
  font-weight: 400;
}

label {
  display: flex;
  gap: 6px;
  align-items: center;
}

@media (max-width: 760px) {
  .filters {
    grid-template-columns: minmax(0, 1fr);
  }

  .filters p {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
}
</style>
