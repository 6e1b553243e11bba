<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { ref, watch } from 'vue'
import type { Command, Schemas } from '@/api/client'
import PanelDialog from '@/parts/PanelDialog.vue'

/** What colours, lines and letters stand for. */
const props = defineProps<{
  open: boolean
  legend: readonly Schemas['Meaning'][]
  used: ReadonlySet<string>
  send: (command: Command) => Promise<boolean>
}>()
const emit = defineEmits<{ close: [] }>()
const COLOURS = ['lake', 'moss', 'ochre', 'plum', 'clay']
/** As anybody would call them. */
const SAID: Record<string, string> = {
  lake: 'blue',
  moss: 'green',
  ochre: 'gold',
  plum: 'purple',
  clay: 'brown',
}
const LINES: { value: Schemas['Line']; name: string }[] = [
  { value: 'solid', name: 'plain' },
  { value: 'dashed', name: 'dashed' },
  { value: 'double', name: 'double' },
]
const rows = ref<Schemas['Meaning'][]>([])
watch(
  () => props.open,
  (open) => open && (rows.value = props.legend.map((one) => ({ ...one }))),
  { immediate: true },
)

function add() {
  // A look that no other meaning has: another colour, or the same one with another line.
  const looks = LINES.flatMap(({ value: line }) => COLOURS.map((colour) => ({ colour, line })))
  const isFree = ({ colour, line }: (typeof looks)[number]) =>
    !rows.value.some((row) => row.colour === colour && row.line === line)
  const unused = looks.filter(({ colour }) => !rows.value.some((row) => row.colour === colour))
  const look = [...unused, ...looks].find(isFree) ?? looks[0]!
  rows.value.push({ id: '', name: '', letter: '', ...look })
}
async function save() {
  if (await props.send({ kind: 'set legend', legend: rows.value })) emit('close')
}
</script>

<template>
  <PanelDialog :open="open" title="Legend: what the marks mean" width="620px" @close="$emit('close')">
    <form class="mt-4 flex flex-col gap-2" @submit.prevent="save">
      <div v-for="(row, n) in rows" :key="n" class="flex items-center gap-2">
        <span
          class="w-10 shrink-0 border-b-4"
          :style="{ borderColor: `var(--color-${row.colour})`, borderStyle: row.line }"
          aria-hidden="true"
        />
        <input
          v-model="row.letter"
          class="field w-[52px] shrink-0 text-center font-bold"
          maxlength="2"
          :aria-label="`Letter ${n + 1}`"
        />
        <input
          v-model="row.name"
          class="field min-w-0 flex-1"
          maxlength="40"
          :aria-label="`Meaning ${n + 1}`"
        />
        <span class="flex gap-1" role="radiogroup" :aria-label="`Colour of ${row.name}`">
          <button
            v-for="colour in COLOURS"
            :key="colour"
            class="h-7 w-7 rounded-round border-2"
            type="button"
            role="radio"
            :aria-checked="row.colour === colour"
            :aria-label="SAID[colour]"
            :class="row.colour === colour ? 'border-ink' : 'border-transparent'"
            :style="{ background: `var(--color-${colour})` }"
            @click="row.colour = colour"
          />
        </span>
        <select v-model="row.line" class="field w-[112px] shrink-0" :aria-label="`Line of ${row.name}`">
          <option v-for="line in LINES" :key="line.value" :value="line.value">{{ line.name }}</option>
        </select>
        <button
          class="p-1 text-quiet enabled:hover:text-signal disabled:opacity-40"
          type="button"
          :disabled="used.has(row.id) || rows.length < 2"
          :title="used.has(row.id) ? 'Marks have this meaning' : 'Remove'"
          :aria-label="`Remove ${row.name}`"
          @click="rows.splice(n, 1)"
        >
          <Trash2 :size="16" aria-hidden="true" />
        </button>
      </div>
      <div class="mt-3 flex gap-2">
        <button class="button" type="button" :disabled="rows.length >= 10" @click="add">
          <Plus :size="15" aria-hidden="true" /> Add a meaning
        </button>
        <button class="button ml-auto" type="button" @click="emit('close')">Cancel</button>
        <button class="button button-main" type="submit">Keep the legend</button>
      </div>
    </form>
  </PanelDialog>
</template>
