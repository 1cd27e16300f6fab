<script setup lang="ts">
/** One shoot in the list: where it stands, what comes next, and its details unfolded. */
import { Button, Popconfirm } from 'ant-design-vue'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { Shoot, ShootSummary } from '@/api/types'
import PickBox from '@/lists/PickBox.vue'
import { labelOf } from '@/planning/labels'
import { edit } from '@/saving/undo'
import { dateText, withClock } from '@/shared/habits'
import HistoryButton from '@/shared/HistoryButton.vue'
import ShootForm from './ShootForm.vue'

const props = defineProps<{ shoot: Shoot; summary: ShootSummary | undefined; isOpen: boolean; isDemo: boolean; isPicked: boolean }>()
const emit = defineEmits<{ pick: []; toggle: []; remove: []; copy: []; save: [] }>()
const router = useRouter()

const STEPS = ['empty', 'unplanned', 'planned', 'packed']
const readiness = computed(() => (props.summary && !props.summary.pending ? props.summary.readiness : ''))
const situations = computed(() => props.summary?.situations ?? 0)
/** "pre-flight 40 of 75, 2 wrong". */
function walkedText({ done, of, failed }: NonNullable<ShootSummary['preflight']>): string {
  return `pre-flight ${done}${of ? ` of ${of}` : ''}${failed ? `, ${failed} wrong` : ''}`
}
const toPack = computed(() => !props.summary?.pending && props.summary?.next_action === 'Pack the cameras')
function change(changes: Partial<Shoot>): void {
  edit('shoots', { ...props.shoot, ...changes })
  if (changes.archived !== undefined) emit('toggle')
}
</script>

<template>
  <tr>
    <td class="narrow-cell"><PickBox :name="shoot.title" :on="isPicked" @pick="emit('pick')" /></td>
    <th scope="row">
      <RouterLink :to="`/shoots/${shoot.id}/plan`">{{ shoot.title }}</RouterLink>
      <span v-if="isDemo" class="soft mark">demo</span>
    </th>
    <td>{{ labelOf('genre', shoot.genre) }}</td>
    <td>{{ shoot.date ? dateText(shoot.date) : '–' }}</td>
    <td>{{ shoot.place?.name ?? '–' }}</td>
    <td class="number">{{ summary?.situations ?? '…' }}</td>
    <td class="light">{{ summary ? withClock(summary.next_light ?? '–') : '…' }}</td>
    <td>
      <span class="steps" :title="readiness">
        <span v-for="step in STEPS" :key="step" :class="{ done: STEPS.indexOf(readiness) >= STEPS.indexOf(step) }" />
      </span>
      {{ readiness || '…' }}
      <a v-if="summary?.preflight" class="walked" :href="`/pre-flight/${shoot.id}`">{{ walkedText(summary.preflight) }}</a>
      <RouterLink v-if="summary?.frames" class="walked" :to="`/shoots/${shoot.id}/review`">
        {{ summary.frames }} frames, {{ summary.judged ? `${summary.judged} judged` : 'none judged' }}
      </RouterLink>
    </td>
    <td>
      <button class="link" @click="router.push(`/shoots/${shoot.id}/${toPack ? 'pack' : 'plan'}`)">
        {{ summary && !summary.pending ? summary.next_action : 'Open' }}
      </button>
    </td>
    <td class="number">
      <button class="link" :aria-expanded="isOpen" @click="emit('toggle')">Details</button>
    </td>
  </tr>
  <tr v-if="isOpen">
    <td colspan="10" class="details whole">
      <ShootForm :shoot="shoot" />
      <div class="foot">
        <Popconfirm
          :title="`Delete “${shoot.title}”${situations ? ` with its ${situations === 1 ? 'situation' : `${situations} situations`}` : ''}? Undo brings it back.`"
          ok-text="Delete"
          cancel-text="Keep"
          @confirm="emit('remove')">
          <Button size="small" danger>Delete shoot</Button>
        </Popconfirm>
        <Button size="small" @click="change({ archived: !shoot.archived })">{{ shoot.archived ? 'Bring back' : 'Archive' }}</Button>
        <Button size="small" @click="emit('copy')">{{ shoot.template ? 'New shoot from it' : 'Copy' }}</Button>
        <Button size="small" @click="change({ template: !shoot.template })">{{
          shoot.template ? 'No template any more' : 'Make it a template'
        }}</Button>
        <Button size="small" @click="emit('save')">Save as a file</Button>
        <HistoryButton :id="shoot.id" kind="shoots" />
        <Button size="small" @click="emit('toggle')">Done</Button>
        <Button size="small" type="primary" @click="router.push(`/shoots/${shoot.id}/plan`)">Open the plan</Button>
      </div>
    </td>
  </tr>
</template>

<style scoped>
.walked {
  display: block;
  font-size: 12px;
}

th a {
  font-size: 15px;
  font-weight: 600;
  font-stretch: 88%;
}

.number {
  text-align: right;
}

.details {
  padding: 12px 14px 14px;
  background: var(--sheet);
}

.mark {
  margin-left: 6px;
  font-size: 11px;
  font-weight: 400;
}

.narrow-cell {
  width: 28px;
}

.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-top: 12px;
}

.steps {
  display: inline-flex;
  gap: 2px;
  margin-right: 6px;
}

.steps span {
  width: 12px;
  height: 8px;
  border: 1px solid var(--edge);
}

.steps .done {
  background: var(--move);
  border-color: var(--move);
}

@media (max-width: 760px) {
  .number {
    text-align: left;
  }
}
</style>
