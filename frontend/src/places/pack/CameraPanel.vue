<script setup lang="ts">
/** The simulated camera: settings as they stand, places, controls that can be turned and pressed; it refuses as a real one would. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Body, Control, PackedBody, Phrasebook, Preparation, Route } from '@/api/types'
import { sayValue, settingOf } from '@/shared/tables'
import BodyDrawing, { type DrawnControl } from '@/camera/BodyDrawing.vue'
import { useFunctions } from '@/camera/functions'
import type { InHand } from './useCamera'
import type { InPack } from '@/camera/usePack'

const props = defineProps<{
  pack: InPack
  packed: PackedBody
  body: Body
  book: Phrasebook | null
  usual: readonly Control[]
  hand: InHand
  route: Route | null
  storing: Preparation | null
  title: string
}>()
const emit = defineEmits<{ walkedTo: [step: number | null] }>()
const { camera, said, busy, act } = props.hand

const SHOWN = [
  'exposure_mode',
  'shutter_s',
  'aperture',
  'iso',
  'exposure_comp_ev',
  'metering',
  'white_balance',
  'kelvin',
  'af_mode',
  'af_area',
  'af_activation',
  'drive',
  'shutter_type',
  'file',
  'self_timer',
  'bracketing',
] as const
const values = computed(() => {
  const held = camera.value?.held ? camera.value.state.slots?.find((slot) => slot.id === camera.value!.held)?.values : undefined
  return { ...camera.value?.state.values, ...held }
})
const readings = computed(() =>
  SHOWN.flatMap((id) => {
    const entry = settingOf(id)
    if (!entry || !(id in values.value) || (id === 'kelvin' && values.value.white_balance !== 'kelvin')) return []
    const phrase = props.book?.phrases?.find((each) => each.setting === id)
    const value = values.value[id] ?? null
    const theirs = typeof value === 'string' ? phrase?.options?.[value] : undefined
    return [{ id, words: phrase?.words ?? entry.label, ours: entry.label, value: theirs ?? sayValue(entry, value) }]
  }),
)
const controls = computed(() => (props.book?.controls?.length ? props.book.controls : props.usual))
const { labelOf, functionOf } = useFunctions()
const does = (control: Control): string => labelOf(functionOf(control, values.value))
const drawn = computed<DrawnControl[]>(() => controls.value.map((control) => ({ ...control, does: does(control) })))
const selected = ref<string | null>(null)
const picked = computed(() => controls.value.find((control) => control.id === selected.value) ?? null)
const turns = computed(() => picked.value !== null && ['dial', 'ring'].includes(picked.value.kind))

const at = ref(0)
const left = computed(() => (props.route ? props.route.steps.length - at.value : 0))
async function next(): Promise<boolean> {
  const one = props.route?.steps[at.value]
  if (!one) return false
  emit('walkedTo', at.value)
  const outcome = await props.hand.step(one)
  if (!outcome || outcome.refused) return false
  at.value += 1
  await storeAtEnd()
  return true
}
async function storeAtEnd(): Promise<void> {
  if (at.value === props.route!.steps.length && props.storing?.place)
    await act({ deed: 'store', target: props.storing.place, name: props.storing.title })
}
async function all(): Promise<void> {
  if (!props.route) return
  at.value += await props.hand.follow(props.route.steps.slice(at.value))
  await storeAtEnd()
}
function again(): void {
  at.value = 0
  emit('walkedTo', null)
}
defineExpose({ again })
const recallable = computed(() => camera.value?.state.slots?.filter((slot) => !slot.id.startsWith('held_button')) ?? [])
const holdable = computed(() => camera.value?.state.slots?.filter((slot) => slot.id.startsWith('held_button')) ?? [])
const takeOver = (): void => {
  if (camera.value) props.pack.record(props.packed, camera.value.state, 'simulated')
}
</script>

<template>
  <div v-if="!camera" class="panel soft" aria-busy="true">Taking the camera out of the bag…</div>
  <div v-else class="panel">
    <p class="soft">A simulated {{ body.name }}: it stands as yours was last known. It takes no frames.</p>
    <div v-if="route" class="walk">
      <b>{{ title }}</b>
      <Button size="small" type="primary" :disabled="busy || !left" @click="next">Next step</Button>
      <Button size="small" :disabled="busy || !left" @click="all">All steps</Button>
      <span class="soft">{{ left ? `${left} of ${route.steps.length} left` : 'walked to its end' }}</span>
    </div>
    <dl class="screen" aria-label="What the camera shows" role="group">
      <template v-for="each in readings" :key="each.id">
        <dt :title="each.ours">{{ each.words }}</dt>
        <dd>{{ each.value }}</dd>
      </template>
    </dl>
    <p class="soft">
      {{
        camera.screen
          ? `open: ${camera.screen === 'quick_screen' ? (book?.quick_screen ?? 'quick screen') : camera.screen === 'personal_menu' ? (book?.personal_menu ?? 'personal menu') : 'menu'}${camera.page ? `, ${camera.page}` : ''}`
          : 'no screen open'
      }}
      · clock {{ (camera.clock_offset_s ?? 0) === 0 ? 'right' : `${camera.clock_offset_s} s off` }} · battery
      {{ Math.round((camera.battery ?? 1) * 100) }} % · {{ camera.cards?.map((card) => `${card.label} ${card.free_gb} GB`).join(', ') }}
    </p>
    <BodyDrawing :controls="drawn" :selected="selected" @pick="(id) => (selected = id)" />
    <div class="deeds">
      <template v-if="picked">
        <b>{{ picked.label }}</b><span class="soft">{{ does(picked) }}</span>
        <template v-if="turns">
          <Button size="small" :disabled="busy" @click="act({ deed: 'turn', target: picked.id, clicks: -1 })">Turn left</Button>
          <Button size="small" :disabled="busy" @click="act({ deed: 'turn', target: picked.id, clicks: 1 })">Turn right</Button>
        </template>
        <template v-else>
          <Button size="small" :disabled="busy" @click="act({ deed: 'press', target: picked.id })">Press and hold</Button>
          <Button size="small" :disabled="busy" @click="act({ deed: 'release' })">Let go</Button>
        </template>
      </template>
      <span v-else class="soft">Choose a control on the drawing.</span>
    </div>
    <div class="deeds">
      <Button size="small" :disabled="busy" @click="act({ deed: 'half_press' })">Half-press the shutter</Button>
      <Button size="small" :disabled="busy" @click="act({ deed: 'switch_off_on' })">Off and on</Button>
      <template v-for="slot in holdable" :key="slot.id">
        <Button size="small" :disabled="busy" @click="act({ deed: 'hold', target: slot.id })">Hold for {{ slot.name }}</Button>
        <Button size="small" :disabled="busy || !camera.held" @click="act({ deed: 'let_go' })">Let go of it</Button>
      </template>
      <Button v-for="slot in recallable" :key="slot.id" size="small" :disabled="busy" @click="act({ deed: 'recall', target: slot.id })"
        >Recall {{ slot.name }}</Button
      >
    </div>
    <ol class="said" aria-label="What it said" aria-live="polite">
      <li v-for="(each, k) in said" :key="said.length - k" :class="{ stop: each.refused, old: k > 0 }">
        {{ each.text }}{{ each.refused ? ' (refused)' : '' }}
      </li>
    </ol>
    <div class="deeds">
      <Button size="small" @click="takeOver">Mine stands like this now</Button>
      <Button size="small" @click="props.hand.take().then(again)">Start over</Button>
    </div>
  </div>
</template>

<style scoped src="../sky/panel.css"></style>
<style scoped>
.walk,
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}

.screen {
  grid-template-columns: 1fr 1fr 1fr 1fr;
  padding: 6px 8px;
  border: 1px solid var(--edge);
  background: var(--well);
}

.screen dt {
  overflow: hidden;
  font-size: 12px;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.screen dd {
  font-weight: 600;
}

.said {
  min-height: 40px;
  padding: 0;
  list-style: none;
}

.old {
  opacity: 0.7;
}
</style>
