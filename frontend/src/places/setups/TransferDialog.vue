<script setup lang="ts">
/** The setup carried to another body: what maps, changes, is missing, is new, and what a person must decide. */
import { useQuery } from '@tanstack/vue-query'
import { Button, Modal } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Body, Moved, SavedSetup, SettingValue } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import ChoiceField from '@/shared/ChoiceField.vue'
import { settingOf } from '@/shared/tables'
import ValueField from '@/shared/ValueField.vue'
import { movedTo, pinsOf, withValues } from './library'
import { caseOf, weigh } from './useLibrary'
import { useReturningFocus } from '@/shared/useReturningFocus'

type Value = SettingValue['value']
const props = defineProps<{ saved: SavedSetup }>()
const emit = defineEmits<{ close: []; save: [moved: SavedSetup] }>()
const bodyId = ref('')
const failed = ref('')
const saving = ref(false)
const entries = useEntries('bodies')
const others = computed(() => entries.value.map((entry) => currentOf(entry)!).filter((body) => body.id !== props.saved.body.id))
loadKind('bodies')
  .then(() => (bodyId.value = others.value[0]?.id ?? ''))
  .catch((error: Error) => (failed.value = error.message))
const body = computed<Body | undefined>(() => others.value.find((each) => each.id === bodyId.value))
const answer = useQuery({
  queryKey: computed(() => ['transfer', props.saved.id, body.value]),
  enabled: computed(() => Boolean(body.value)),
  queryFn: () => answered(client.POST('/api/v1/transfer', { body: { setup: props.saved.setup, from_body: props.saved.body, to_body: body.value! } })),
})
const FATES: { fate: Moved['fate']; says: string }[] = [
  { fate: 'undecided', says: 'You decide' },
  { fate: 'missing', says: 'Missing there' },
  { fate: 'changed', says: 'Changed to the nearest it has' },
  { fate: 'new', says: 'New there, set as usual' },
]
const of = (fate: Moved['fate']): Moved[] => (answer.data.value?.moved ?? []).filter((item) => item.fate === fate)
const same = computed(() => of('same').length)
const decided = ref<Record<string, Value>>({})
const left = computed(() => of('undecided').filter((item) => !(item.setting in decided.value)).length)

async function save(): Promise<void> {
  if (!body.value || !answer.data.value) return
  saving.value = true
  try {
    const setup = withValues(answer.data.value.setup, decided.value)
    emit('save', movedTo(props.saved, body.value, await weigh(caseOf(props.saved, body.value), setup, pinsOf(decided.value))))
  } catch (error) {
    failed.value = error instanceof Problem ? error.message : String(error)
  } finally {
    saving.value = false
  }
}
useReturningFocus(() => emit('close'))
</script>

<template>
  <Modal open title="To another body" :width="720" :footer="null" @cancel="emit('close')">
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <p v-if="!others.length" class="empty">There is no other body. Add one in Gear first.</p>
    <template v-else>
      <ChoiceField
        v-model:value="bodyId"
        label="Body"
        :options="others.map((each) => ({ value: each.id, label: each.name }))"
        @update:value="decided = {}" />
      <p v-if="answer.error.value" class="stop" role="alert">{{ answer.error.value.message }}</p>
      <template v-if="answer.data.value && body">
        <p class="said">{{ same }} values map directly. The situation and the lens stay as they were.</p>
        <template v-for="group in FATES" :key="group.fate">
          <section v-if="of(group.fate).length">
            <h3>{{ group.says }} ({{ of(group.fate).length }})</h3>
            <div v-for="item in of(group.fate)" :key="item.setting" class="row">
              <span>{{ item.label }}</span>
              <span v-if="group.fate === 'undecided'" class="pick">
                <ValueField
                  :entry="settingOf(item.setting)!"
                  :body="body"
                  :pointer="`/transfer/${item.setting}`"
                  :value="decided[item.setting] ?? null"
                  @update:value="(value: Value) => (decided = { ...decided, [item.setting]: value })" />
                <span class="soft">was {{ item.before }}</span>
              </span>
              <span v-else
                >{{ item.before }}
                <template v-if="group.fate !== 'missing'"
                  >→ <b>{{ item.after }}</b></template
                ></span
              >
              <span class="soft">{{ item.sentence }}</span>
            </div>
          </section>
        </template>
        <p class="end">
          <Button type="primary" :disabled="left > 0" :loading="saving" @click="save">Save for {{ body.name }}</Button>
          <span v-if="left" class="soft">{{ left }} to decide first.</span>
        </p>
      </template>
    </template>
  </Modal>
</template>

<style scoped>
.said {
  margin: 8px 0;
}

h3 {
  margin-top: 10px;
  padding-top: 5px;
  border-top: 1px solid var(--rule);
}

.row {
  display: grid;
  grid-template-columns: 170px 210px minmax(0, 1fr);
  gap: 2px 14px;
  padding: 2px 0;
}

.pick {
  display: grid;
}

.end {
  display: flex;
  gap: 12px;
  align-items: center;
  margin-top: 14px;
}

@media (max-width: 700px) {
  .row {
    grid-template-columns: 1fr;
  }
}
</style>
