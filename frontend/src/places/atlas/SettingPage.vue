<script setup lang="ts">
/** One setting: what it does, what it touches, what fights it, who decides, and where the shoot uses it. */
import { computed } from 'vue'
import { sayValue, settingOf, tables } from '@/shared/tables'
import { lastSituation } from '@/planning/useCase'
import SettingDiagrams from './SettingDiagrams.vue'
import SettingPictures from './SettingPictures.vue'
import { useShootPlans } from './useShootPlans'

const props = defineProps<{ id: string }>()
const entry = computed(() => settingOf(props.id)!)
const fights = computed(() => (tables.value?.checks ?? []).filter((page) => entry.value.fights.includes(page.code)))
const schools = computed(() => (tables.value?.schools ?? []).filter((question) => question.settings.includes(props.id)))
const { shoot, requests, plans } = useShootPlans()
/** The situation last planned, else the shoot's first. */
const rehearse = computed(() => {
  const own = requests.value.find(({ planned }) => planned.situation.id === lastSituation.value) ?? requests.value[0]
  return own ? `/shoots/${own.planned.shoot_id}/rehearse/${own.planned.situation.id}` : null
})
const used = computed(() =>
  (plans.data.value ?? []).map(({ planned, plan }) => {
    const held = plan.setup.settings[props.id]
    return {
      id: planned.situation.id,
      shootId: planned.shoot_id,
      title: planned.situation.title,
      value: held ? sayValue(entry.value, held.value) : '–',
      layer: held?.layer ?? '',
      why: held?.reasons[0] ?? plan.missing.find((item) => item.setting === props.id)?.instead ?? '',
      finding: plan.findings.find((item) => entry.value.fights.includes(item.code) && !item.handled_by.length),
    }
  }),
)
const neighbours = computed(() => (tables.value?.settings ?? []).filter((item) => item.irrelevant_when.some((rule) => rule.setting === props.id)))
const optionLabel = (setting: string, option: string): string => settingOf(setting)?.options.find((item) => item.id === option)?.label ?? option
</script>

<template>
  <div class="pageful">
    <p class="label">{{ entry.group }}</p>
    <h1>{{ entry.label }}</h1>
    <p class="text">{{ entry.explanation }}</p>
    <dl>
      <template v-if="entry.options.length">
        <dt>Options</dt>
        <dd>{{ entry.options.map((option) => option.label).join(' · ') }}</dd>
      </template>
      <template v-else>
        <dt>Kind</dt>
        <dd>{{ entry.kind === 'flag' ? 'on or off' : entry.unit ? `a value in ${entry.unit.replace('/s', 'frames a second')}` : 'a value' }}</dd>
      </template>
      <dt>Touches</dt>
      <dd>{{ entry.touches.join(', ') }}</dd>
      <template v-if="entry.factory !== null && entry.factory !== undefined">
        <dt>From factory</dt>
        <dd>{{ sayValue(entry, entry.factory) }}</dd>
      </template>
      <dt>Usually</dt>
      <dd v-if="entry.usual !== null && entry.usual !== undefined">
        {{ sayValue(entry, entry.usual) }}. {{ entry.usual_because }} <RouterLink to="/gear/foundation">Your foundation</RouterLink>
      </dd>
      <dd v-else>The situation decides.</dd>
      <template v-if="entry.irrelevant_when.length">
        <dt>No effect</dt>
        <dd>
          <template v-for="(rule, at) in entry.irrelevant_when" :key="rule.setting"
            ><template v-if="at">; </template>while
            <RouterLink :to="`/atlas/settings/${rule.setting}`">{{ settingOf(rule.setting)?.label.toLowerCase() }}</RouterLink> is
            {{ rule.is_one_of.map((option) => optionLabel(rule.setting, option)).join(' or ') }}</template
          >
        </dd>
      </template>
      <template v-if="neighbours.length">
        <dt>Switches off</dt>
        <dd>
          <template v-for="(item, at) in neighbours" :key="item.id"
            ><template v-if="at">, </template><RouterLink :to="`/atlas/settings/${item.id}`">{{ item.label.toLowerCase() }}</RouterLink></template
          >
        </dd>
      </template>
    </dl>

    <SettingDiagrams :entry="entry" />
    <SettingPictures :entry="entry" :rehearse="rehearse" />

    <template v-if="fights.length">
      <h2>What fights it</h2>
      <p v-for="page in fights" :key="page.code" class="fight">
        <RouterLink :to="`/atlas/checks/${page.code}`">{{ page.title }}</RouterLink> <span class="soft">{{ page.fires_when }}</span>
      </p>
    </template>

    <template v-if="schools.length">
      <h2>Schools differ</h2>
      <p v-for="question in schools" :key="question.id">
        <RouterLink :to="`/atlas/schools/${question.id}`">{{ question.label }}</RouterLink>:
        <span class="soft">{{ question.options.map((option) => option.label).join(' · ') }}</span>
      </p>
    </template>

    <h2>{{ shoot ? `In ${shoot.title}` : 'In your shoot' }}</h2>
    <p v-if="!shoot" class="soft">Open a shoot’s plan and come back: its values are shown here.</p>
    <p v-else-if="plans.isPending.value" class="soft" aria-busy="true">Planning…</p>
    <p v-else-if="plans.error.value" class="stop">{{ plans.error.value.message }}</p>
    <table v-else class="list">
      <thead>
        <tr>
          <th scope="col">Situation</th>
          <th scope="col">Value</th>
          <th scope="col">Layer</th>
          <th scope="col">Why</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in used" :key="row.id">
          <th scope="row">
            <RouterLink :to="`/shoots/${row.shootId}/plan/${row.id}`">{{ row.title }}</RouterLink>
          </th>
          <td>
            <b>{{ row.value }}</b>
          </td>
          <td class="soft">{{ row.layer }}</td>
          <td class="whole">
            {{ row.why }} <span v-if="row.finding" class="stop">{{ row.finding.title }}.</span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.pageful {
  grid-template-columns: minmax(0, 1fr);
  display: grid;
  gap: 6px;
}

.text {
  font-size: 15px;
  line-height: 1.45;
}

dl {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 3px 16px;
  padding-top: 6px;
}

dt {
  color: var(--soft);
}

h2 {
  margin-top: 14px;
}
</style>
