<script setup lang="ts">
/** What holds for everything: how this browser writes, where home is, what new situations start from, where the rest is set. */
import { computed } from 'vue'
import DemoLine from '@/planning/DemoLine.vue'
import { useFoundation } from '@/planning/useFoundation'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { edit } from '@/saving/undo'
import ChoiceField from '@/shared/ChoiceField.vue'
import { isoText } from '@/shared/format'
import { clockHours, dateOrder, singleKeys } from '@/shared/habits'
import NumberField from '@/shared/NumberField.vue'
import { parseIso } from '@/shared/numbers'
import { decimalMark } from '@/shared/numberText'
import PickRow from '@/shared/PickRow.vue'
import { themeId, THEMES } from '@/shared/theme'
import { distanceUnit } from '@/shared/units'
import { zoneOptions } from '@/shared/zones'
import { useOpenThing } from '@/shell/open'

loadKind('bodies').catch(() => undefined)
const foundation = useFoundation()
const own = computed(() => foundation.document.value)
const bodies = useEntries('bodies')
const owned = computed(() => bodies.value.map((entry) => currentOf(entry)!).filter((body) => !body.archived))

const themes = THEMES.map(({ id, label }) => ({ value: id, label }))
const UNITS = [
  { value: 'm' as const, label: 'm, m/s, °C' },
  { value: 'ft' as const, label: 'ft, mph, °F' },
]
const CLOCKS = [
  { value: '24' as const, label: '21:15' },
  { value: '12' as const, label: '9:15 pm' },
]
const DATES = [
  { value: 'year' as const, label: '2026-09-12' },
  { value: 'day' as const, label: '12 Sep 2026' },
  { value: 'month' as const, label: 'Sep 12, 2026' },
]
const MARKS = [
  { value: '.' as const, label: '2.5 and 51,200' },
  { value: ',' as const, label: '2,5 and 51 200' },
]
const KEYS = [
  { value: 'on' as const, label: 'on' },
  { value: 'off' as const, label: 'off' },
]
const MAINS = [
  { value: '50' as const, label: '50 Hz' },
  { value: '60' as const, label: '60 Hz' },
]
useOpenThing(() => '')
</script>

<template>
  <div class="page settings">
    <div class="page-head"><h1>Settings</h1></div>
    <section aria-label="This browser">
      <h2>How this browser shows things</h2>
      <div class="rows">
        <PickRow v-model:value="themeId" label="Colours" :options="themes" />
        <PickRow v-model:value="distanceUnit" label="Lengths, speeds and temperatures" :options="UNITS" />
        <PickRow
          :value="clockHours === 12 ? '12' : '24'"
          label="Clock"
          :options="CLOCKS"
          @update:value="(hours) => (clockHours = hours === '12' ? 12 : 24)" />
        <PickRow v-model:value="decimalMark" label="Numbers" :options="MARKS" />
        <PickRow v-model:value="dateOrder" label="Dates" :options="DATES" />
        <div>
          <PickRow
            :value="singleKeys ? 'on' : 'off'"
            label="Keys that act alone, like N or J"
            :options="KEYS"
            @update:value="(answer) => (singleKeys = answer === 'on')" />
          <p class="soft note">Off for those who speak to the computer or press by accident; Ctrl+K and the like stay.</p>
        </div>
      </div>
    </section>
    <section aria-label="Where you work">
      <h2>Where you work</h2>
      <div class="rows">
        <PickRow
          :value="String(own?.mains_hz ?? 50) === '60' ? '60' : '50'"
          label="Mains of new situations: lamps pulse at twice that"
          :options="MAINS"
          @update:value="(hz) => foundation.change(() => ({ mains_hz: hz === '60' ? 60 : 50 }), 'mains')" />
        <ChoiceField
          label="Time zone of new shoots"
          searchable
          :value="own?.home_zone ?? 'Etc/UTC'"
          :options="zoneOptions(own?.home_zone ?? 'Etc/UTC')"
          @update:value="(zone) => foundation.change(() => ({ home_zone: zone }), 'zone')" />
      </div>
    </section>
    <section aria-label="ISO ceilings">
      <h2>How high you let ISO go</h2>
      <p v-if="!owned.length" class="soft">No body yet. <RouterLink to="/gear">Add one in Gear</RouterLink>; its ceilings then stand here.</p>
      <div v-for="body in owned" :key="body.id" class="ceilings">
        <RouterLink :to="`/gear/bodies/${body.id}`">{{ body.name }}</RouterLink>
        <NumberField
          label="Routine"
          :pointer="`/settings/${body.id}/routine`"
          late
          :least="body.base_iso"
          :most="body.ceilings.push"
          :value="body.ceilings.routine"
          :parse="parseIso"
          :format="isoText"
          @update:value="(routine) => edit('bodies', { ...body, ceilings: { ...body.ceilings, routine: routine!, provenance: 'person' } })" />
        <NumberField
          label="At a push"
          :pointer="`/settings/${body.id}/push`"
          late
          :least="body.ceilings.routine"
          :most="body.highest_iso"
          :value="body.ceilings.push"
          :parse="parseIso"
          :format="isoText"
          @update:value="(push) => edit('bodies', { ...body, ceilings: { ...body.ceilings, push: push!, provenance: 'person' } })" />
      </div>
    </section>
    <section aria-label="Elsewhere">
      <h2>Set elsewhere</h2>
      <ul>
        <li><RouterLink to="/gear/foundation">Foundation</RouterLink>: your schools, your own figures, what stands on any body</li>
        <li><RouterLink to="/keeping">Safe keeping</RouterLink>: backups, restores, the bin</li>
        <li><RouterLink to="/places">Saved places</RouterLink>: coordinates, zones, horizons</li>
        <li><RouterLink to="/about">About</RouterLink>: version, data folder, licences</li>
      </ul>
      <DemoLine />
    </section>
  </div>
</template>

<style scoped>
.settings {
  max-width: 900px;
}

section {
  margin-bottom: 24px;
}

h2 {
  margin-bottom: 8px;
}

.rows {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 14px 24px;
}

.note {
  font-size: 12px;
}

.ceilings {
  display: grid;
  grid-template-columns: minmax(140px, 1fr) 160px 160px;
  gap: 12px;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}

ul {
  padding-left: 18px;
}

@media (max-width: 760px) {
  .rows,
  .ceilings {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
