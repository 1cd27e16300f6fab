<script setup lang="ts">
/** What a card says: values, the strip of the finder, what to do when something is seen there, presses. */
import { computed } from 'vue'
import type { Card } from './useField'

const props = defineProps<{ card: Card }>()
const MEANS = { leave: '', darker: 'cost', brighter: '' } as const
const seen = computed(() => [
  ...props.card.triggers.map((each) => ({ see: each.see, do: each.do, price: each.price ?? '', tone: '' })),
  ...props.card.marks.map((each) => ({
    see: each.on === 'just gone' ? 'Marks just gone' : `Marks on ${each.on}`,
    do: each.do,
    price: '',
    tone: MEANS[each.means],
  })),
])
</script>

<template>
  <p class="headline">{{ card.headline }}</p>
  <p class="soft">{{ card.beside }}</p>
  <p class="soft">
    {{ card.body }}, {{ card.lens
    }}<template v-if="card.recall">
      · <b>recall {{ card.recall }}</b></template
    >
  </p>
  <dl class="finder" aria-label="What the finder should show">
    <div v-for="item in card.finder" :key="item.what">
      <dt>{{ item.what }}</dt>
      <dd>{{ item.moves ? '≈ ' : '' }}{{ item.what === 'frames left' ? `[${item.shows}]` : item.shows }}</dd>
    </div>
  </dl>
  <p v-if="card.still" class="still">{{ card.still }}</p>
  <h3>When you see</h3>
  <p v-if="card.in_hand" class="soft">{{ card.in_hand }}</p>
  <table>
    <tbody>
      <tr v-for="row in seen" :key="row.see + row.do">
        <th scope="row">{{ row.see }}</th>
        <td :class="row.tone">
          {{ row.do }}<em v-if="row.price">{{ row.price }}</em>
        </td>
      </tr>
    </tbody>
  </table>
  <section v-for="drill in card.drills" :key="drill.title" class="drill">
    <h3>{{ drill.title }}</h3>
    <ol>
      <li v-for="step in drill.steps" :key="step.do">{{ step.do }}</li>
    </ol>
  </section>
  <section v-if="card.cautions.length">
    <h3>Care</h3>
    <p v-for="each in card.cautions" :key="each" class="care">{{ each }}</p>
  </section>
</template>
