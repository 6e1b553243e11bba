<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ChevronLeft, ChevronRight, ChevronUp, Lightbulb, Pencil, X } from '@lucide/vue'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { deep } from '@/parts/colours'
import type { MarkForm } from './kinds'

/** Under the page: pages, pen, suggestions and legend; with words chosen, what can be made of them. It is as high
 * whatever is chosen, so that the page above it stays where it is. */
const props = defineProps<{
  /** The chosen words as printed; empty when there are none. */
  chosen: string
  legend: readonly Schemas['Meaning'][]
  forms: readonly MarkForm[]
  /** The kinds of the marks that the lesson has, each as often as it has them. */
  used: readonly string[]
  number: number
  count: number
  /** An arrow waits for the word it points at. */
  pointing: boolean
}>()
const emit = defineEmits<{
  turn: [to: number]
  pause: []
  card: []
  note: []
  closer: []
  mark: [form: MarkForm]
  legend: []
  clear: []
}>()
const meaning = defineModel<string>('meaning', { required: true })
const drawing = defineModel<boolean>('drawing', { required: true })
const suggesting = defineModel<boolean>('suggesting', { required: true })

const AT_HAND = 3
/** The marks that this lesson uses most stand here, the others under "More". */
const offered = computed(() => {
  const times = (form: MarkForm) => props.used.filter((kind) => kind === form.kind).length
  const keyed = props.forms.filter((form) => form.key)
  const first = [...keyed].sort((a, b) => times(b) - times(a)).slice(0, AT_HAND)
  return {
    first: keyed.filter((form) => first.includes(form)),
    more: keyed.filter((form) => !first.includes(form)),
  }
})
const hint = (form: MarkForm) => `${form.name} (${form.key.toUpperCase()})`
</script>

<template>
  <section
    class="panel mt-3 flex h-[60px] shrink-0 items-center gap-2 overflow-hidden px-4 narrow:h-auto narrow:min-h-[60px] narrow:flex-wrap narrow:overflow-visible narrow:py-2"
    aria-label="The chosen words"
  >
    <template v-if="pointing">
      <span>Now choose the word that the arrow points at.</span>
      <button class="button ml-auto" type="button" @click="emit('clear')"><kbd class="key">Esc</kbd></button>
    </template>
    <template v-else-if="!chosen">
      <button
        class="button px-2"
        type="button"
        aria-label="Page before"
        :disabled="number <= 0"
        @click="emit('turn', number - 1)"
      >
        <ChevronLeft :size="18" aria-hidden="true" />
      </button>
      <span class="whitespace-nowrap">Page {{ number + 1 }} of {{ count }}</span>
      <button
        class="button px-2"
        type="button"
        aria-label="Next page"
        :disabled="number >= count - 1"
        @click="emit('turn', number + 1)"
      >
        <ChevronRight :size="18" aria-hidden="true" />
      </button>
      <button
        class="button"
        :class="{ 'button-main': drawing }"
        type="button"
        :aria-pressed="drawing"
        title="Draw on the page; what you draw becomes a mark (I)"
        @click="drawing = !drawing"
      >
        <Pencil :size="15" aria-hidden="true" /> Draw
      </button>
      <button
        class="button"
        type="button"
        :aria-pressed="suggesting"
        title="What the text offers to mark, teach and stop at (E)"
        @click="suggesting = !suggesting"
      >
        <Lightbulb :size="15" aria-hidden="true" /> Suggestions
      </button>
      <span
        class="ml-2 flex min-w-0 items-center gap-x-0.5 overflow-x-auto text-[13px] narrow:flex-wrap"
        role="group"
        aria-label="Legend"
      >
        <button
          v-for="(one, n) in legend"
          :key="one.id"
          class="inline-flex min-h-[32px] items-center gap-1.5 rounded-small px-1.5 whitespace-nowrap hover:bg-mist"
          :class="{ 'bg-lake-pale': one.id === meaning }"
          type="button"
          :aria-pressed="one.id === meaning"
          :title="`Mark with “${one.name}” (${n + 1})`"
          @click="meaning = one.id"
        >
          <span
            class="w-5 border-b-4"
            :style="{ borderColor: `var(--color-${one.colour})`, borderStyle: one.line }"
            aria-hidden="true"
          />
          <strong :style="{ color: `var(--color-${deep(one.colour)})` }">{{ one.letter }}</strong>
          {{ one.name }}
        </button>
        <button
          class="min-h-[32px] px-1.5 font-semibold text-lake hover:underline"
          type="button"
          @click="emit('legend')"
        >
          Change
        </button>
      </span>
    </template>
    <template v-else>
      <span class="max-w-[150px] min-w-0 shrink truncate font-passage text-[16px]">“{{ chosen }}”</span>
      <button
        class="button button-main whitespace-nowrap"
        type="button"
        title="Pause after these words (P)"
        @click="emit('pause')"
      >
        Pause after this
      </button>
      <button
        class="button whitespace-nowrap"
        type="button"
        title="Make a word card of the first of them (G)"
        @click="emit('card')"
      >
        Word card
      </button>
      <button
        class="button whitespace-nowrap"
        type="button"
        title="A note for yourself, before your eyes while you record (J)"
        @click="emit('note')"
      >
        Cue note
      </button>
      <span
        class="flex flex-1 items-center gap-1 narrow:flex-wrap narrow:border-0 border-l border-hairline pl-2 text-[14px]"
      >
        <button
          v-for="form in offered.first"
          :key="form.kind"
          class="button min-h-[32px] px-2 text-[14px] whitespace-nowrap"
          type="button"
          :title="hint(form)"
          @click="emit('mark', form)"
        >
          {{ form.name }}
        </button>
        <Menu as="div" class="relative">
          <MenuButton class="button min-h-[32px] px-2 text-[14px] whitespace-nowrap">
            More <ChevronUp :size="14" aria-hidden="true" />
          </MenuButton>
          <Teleport to="body">
            <MenuItems
              class="fixed bottom-[150px] left-1/2 z-30 grid w-[320px] -translate-x-1/4 narrow:bottom-2 narrow:-translate-x-1/2 grid-cols-2 rounded-panel border border-hairline bg-white p-1 text-[14px]"
            >
              <MenuItem v-for="form in offered.more" :key="form.kind" v-slot="{ active }">
                <button
                  class="flex min-h-[32px] items-center justify-between rounded-small px-3 text-left"
                  :class="active ? 'bg-mist' : ''"
                  type="button"
                  :title="hint(form)"
                  @click="emit('mark', form)"
                >
                  {{ form.name }}
                </button>
              </MenuItem>
              <MenuItem v-slot="{ active }">
                <button
                  class="col-span-2 flex min-h-[32px] items-center justify-between rounded-small border-t border-hairline px-3 text-left"
                  :class="active ? 'bg-mist' : ''"
                  type="button"
                  title="While they are read, the stage comes closer to them, or the pointer goes along (Z)"
                  @click="emit('closer')"
                >
                  Come closer or point while it is read
                  <kbd class="key">Z</kbd>
                </button>
              </MenuItem>
            </MenuItems>
          </Teleport>
        </Menu>
        <label class="ml-1 flex items-center gap-1 text-quiet">
          as
          <select
            v-model="meaning"
            aria-label="Meaning to mark with"
            class="min-h-[32px] max-w-[150px] rounded-small border border-hairline bg-white px-1 text-ink"
          >
            <option v-for="one in legend" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select>
        </label>
      </span>
      <button
        class="button px-2"
        type="button"
        aria-label="Choose nothing"
        title="Choose nothing (Esc)"
        @click="emit('clear')"
      >
        <X :size="16" aria-hidden="true" />
      </button>
    </template>
  </section>
</template>
