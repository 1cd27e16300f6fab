<script setup lang="ts">
/** A camera described in ten minutes: sheet, hand, words, schools, values, and what that changes. It can be left and gone on with. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useFoundation } from '@/planning/useFoundation'
import { useShortcuts } from '@/shared/shortcuts'
import { useOpenThing } from '@/shell/open'
import { blankBody } from '../blanks'
import BodyEnds from '../BodyEnds.vue'
import BodyHand from '../BodyHand.vue'
import BodyLooks from '../BodyLooks.vue'
import BodyOptions from '../BodyOptions.vue'
import BodySheet from '../BodySheet.vue'
import OwnSchools from '../OwnSchools.vue'
import StartBody from '../StartBody.vue'
import { useGearDocument } from '../useGearDocument'
import AnswersChange from './AnswersChange.vue'
import FirstValues from './FirstValues.vue'
import ItsWords from './ItsWords.vue'
import { reached, type Step, stepAt, stepBy, STEPS } from './steps'

const props = defineProps<{ id: string }>()
const router = useRouter()
const { loaded, failed, entry, isNew, document: body, change, general } = useGearDocument('bodies', () => props.id, blankBody)
const foundation = useFoundation()
const own = foundation.document
const foundationLoaded = ref(false)
void foundation.loaded.finally(() => (foundationLoaded.value = true))

const chosen = ref<Step | null>(null)
const step = computed<Step>(() => chosen.value ?? stepAt(own.value?.begun, props.id))
const page = computed(() => STEPS.find((each) => each.id === step.value)!)
const heading = ref<HTMLElement | null>(null)

function go(to: Step | null): void {
  if (!to || (isNew.value && to !== 'sheet')) return
  chosen.value = to
  foundation.change((now) => ({ begun: reached(now.begun ?? {}, props.id, to) }), `begun/${props.id}`)
  heading.value?.focus()
}
const next = computed(() => stepBy(step.value, 1))
useShortcuts([
  { keys: 'J', does: 'Next step', run: () => go(stepBy(step.value, 1)) },
  { keys: 'K', does: 'Step before', run: () => go(stepBy(step.value, -1)) },
])
useOpenThing(() => (isNew.value ? 'New camera' : body.value.name))
</script>

<template>
  <div class="page">
    <p><RouterLink to="/gear">Gear</RouterLink></p>
    <div class="page-head">
      <h1>{{ isNew ? 'My camera in ten minutes' : `${body.name} in ten minutes` }}</h1>
      <p class="soft">Everything is saved as you go: leave, and go on another day.</p>
    </div>
    <p v-if="failed || general" class="stop" role="alert">{{ failed || `Not saved: ${general}` }}</p>
    <p v-if="!loaded || !foundationLoaded" class="soft" aria-busy="true">Opening…</p>
    <div v-else class="guide">
      <ol class="steps" aria-label="Steps">
        <li v-for="each in STEPS" :key="each.id">
          <button
            type="button"
            class="step"
            :aria-current="each.id === step ? 'step' : undefined"
            :disabled="isNew && each.id !== 'sheet'"
            @click="go(each.id)">
            {{ each.label }}
          </button>
        </li>
      </ol>
      <section class="now" :aria-label="page.label">
        <h2 ref="heading" tabindex="-1">{{ page.label }}</h2>
        <p class="soft">{{ page.why }}</p>
        <template v-if="step === 'sheet'">
          <StartBody :body="body" :is-new="isNew" @change="change" />
          <BodySheet :body="body" :is-new="isNew" :refused="entry?.state === 'refused'" @change="change" />
        </template>
        <template v-else-if="step === 'hand'">
          <BodyHand :body="body" @change="change" />
          <BodyLooks :body="body" @change="change" />
          <BodyEnds :body="body" @change="change" />
          <BodyOptions :body="body" @change="change" />
        </template>
        <ItsWords v-else-if="step === 'words'" :body="body" />
        <OwnSchools
          v-else-if="step === 'schools'"
          :own="own?.schools ?? {}"
          @change="(schools, question) => foundation.change(() => ({ schools }), `schools/${question}`)" />
        <FirstValues
          v-else-if="step === 'values'"
          :body="body"
          :own="own?.settings ?? {}"
          :schools="own?.schools ?? {}"
          @change="(settings, setting) => foundation.change(() => ({ settings, reviewed: [] }), setting)" />
        <AnswersChange v-else :body="body" :own="own" />
        <div class="turn">
          <Button v-if="stepBy(step, -1)" @click="go(stepBy(step, -1))">Back</Button>
          <Button v-if="next" type="primary" :disabled="isNew" @click="go(next)">Next: {{ STEPS.find((each) => each.id === next)!.label }}</Button>
          <Button v-else type="primary" @click="router.push(`/gear/bodies/${id}/review`)">To the camera: what to change from factory</Button>
          <span v-if="isNew" class="soft">Give it a name to go on.</span>
        </div>
      </section>
    </div>
  </div>
</template>

<style scoped>
.guide {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 24px;
  align-items: start;
}

.steps {
  position: sticky;
  top: 8px;
  margin: 0;
  padding-left: 22px;
}

.step {
  width: 100%;
  min-height: 36px;
  padding: 4px 8px;
  border: 0;
  background: none;
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.step:disabled {
  color: var(--soft);
  cursor: default;
}

.step[aria-current] {
  background: var(--sheet);
  font-weight: 600;
}

h2:focus {
  outline: none;
}

.now > p {
  margin-bottom: 10px;
}

.turn {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin-top: 18px;
}

@media (max-width: 900px) {
  .guide {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }

  .steps {
    position: static;
  }
}
</style>
