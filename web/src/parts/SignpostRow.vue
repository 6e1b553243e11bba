<script
  setup
  lang="ts"
  generic="
    Post extends {
      id: string
      word: string
      title: string
      note: string
      colour: string
      open?: boolean
      slim?: boolean
    }
  "
>
import { useElementSize, useResizeObserver, useScroll } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { deep } from './colours'
import { useNarrow } from './narrow'

/** A page with signposts beside it, each at its line and joined to it by a dotted footpath. */
const props = defineProps<{
  posts: Post[]
  /** Where a word's footpath begins, in page units. */
  lineOf: (word: string) => { x: number; y: number }
  height: number
}>()
const emit = defineEmits<{ open: [post: string] }>()

const RATIO = 1300 / 1080
const GAP = 7
/** From a signpost's top to its tip. */
const tipOf = (post: Post) => (post.slim ? 13 : 17)
const row = ref<HTMLElement>()
const column = ref<HTMLElement>()
const { height: rowHeight, width } = useElementSize(row)
const { y: scrolled } = useScroll(column)
const heights = ref(new Map<string, number>())

/** In a small window the signposts stand below the page, without footpaths. */
const narrow = useNarrow()
const pageHeight = computed(() =>
  narrow.value ? width.value / RATIO : Math.min(rowHeight.value, (width.value - 320) / RATIO),
)
const scale = computed(() => pageHeight.value / props.height)

function measure() {
  const found = new Map<string, number>()
  column.value
    ?.querySelectorAll<HTMLElement>('[data-post]')
    .forEach((el) => found.set(el.dataset.post!, el.offsetHeight))
  heights.value = found
}
watch(
  () => props.posts,
  () => nextTick(measure),
  { immediate: true, deep: true },
)
useResizeObserver(column, measure)
watch(column, (element) => {
  if (element)
    new MutationObserver(() => void nextTick(measure)).observe(element, { childList: true, subtree: true })
})

/** Each signpost as near to its line as its neighbours allow. */
const tops = computed(() => {
  const wanted = props.posts.map((post) => Math.max(0, props.lineOf(post.word).y * scale.value - tipOf(post)))
  const sizes = props.posts.map((post) => heights.value.get(post.id) ?? 60)
  const placed: number[] = []
  wanted.forEach((top, i) => placed.push(Math.max(top, i ? placed[i - 1]! + sizes[i - 1]! + GAP : 0)))
  // Where they do not all fit, they stand under one another and the column is scrolled.
  const needed = sizes.reduce((sum, size) => sum + size + GAP, 0)
  if (needed > rowHeight.value)
    return sizes.map((_, i) => sizes.slice(0, i).reduce((sum, size) => sum + size + GAP, 0))
  let limit = rowHeight.value
  for (let i = placed.length - 1; i >= 0; i--) {
    placed[i] = Math.max(0, Math.min(placed[i]!, limit - sizes[i]!))
    limit = placed[i]! - GAP
  }
  return placed
})

/** The signpost that is pointed at, or has the focus: its footpath is seen from its word on. The others begin at the
 * page's edge, for many dotted lines through a page look like underlining. */
const pointed = ref('')
const isSeen = (post: Post) => pointed.value === post.id || (post.open === true && !post.slim)
function footpath(post: Post, index: number): string {
  const { x, y } = props.lineOf(post.word)
  const edge = pageHeight.value * RATIO - 14
  const startX = isSeen(post) ? x * scale.value + 8 : edge
  const startY = y * scale.value
  const tipX = pageHeight.value * RATIO + 20
  const tipY = Math.min(Math.max(tops.value[index]! + tipOf(post) - scrolled.value, 6), rowHeight.value - 6)
  const bend = edge + 17
  return `M ${startX} ${startY} L ${Math.max(startX, edge)} ${startY} C ${bend} ${startY} ${bend} ${tipY} ${tipX} ${tipY}`
}
</script>

<template>
  <div ref="row" class="relative flex narrow:flex-col narrow:gap-3">
    <div
      class="panel overflow-hidden"
      :style="{ width: `${pageHeight * RATIO}px`, height: `${pageHeight}px` }"
    >
      <slot name="page" />
    </div>
    <svg v-if="!narrow" class="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
      <path
        v-for="(post, i) in posts"
        :key="post.id"
        :d="footpath(post, i)"
        fill="none"
        :stroke="`var(--color-${post.colour})`"
        stroke-width="2"
        :opacity="isSeen(post) ? 1 : 0.55"
        stroke-dasharray="0.01 5"
        stroke-linecap="round"
      />
    </svg>
    <div
      ref="column"
      class="relative min-w-0 flex-1 overflow-y-auto pl-[34px] narrow:flex narrow:flex-col narrow:gap-2 narrow:overflow-visible narrow:pl-[14px]"
    >
      <article
        v-for="(post, i) in posts"
        :key="post.id"
        :data-post="post.id"
        class="absolute left-[34px] right-0 narrow:static"
        :style="{ top: `${tops[i]}px` }"
        @pointerenter="pointed = post.id"
        @pointerleave="pointed = ''"
        @focusin="pointed = post.id"
        @focusout="pointed = ''"
      >
        <h2
          class="signpost flex items-center gap-2 rounded-t-panel px-3 last:rounded-b-panel"
          :class="post.slim ? 'slim border border-l-0 bg-white' : 'min-h-[34px] text-white'"
          :style="{
            background: post.slim ? undefined : `var(--color-${deep(post.colour)})`,
            color: post.slim ? `var(--color-${deep(post.colour)})` : undefined,
            borderColor: `var(--color-${post.slim ? post.colour : 'transparent'})`,
            '--post': `var(--color-${deep(post.colour)})`,
          }"
        >
          <button
            class="min-w-0 flex-1 truncate text-left"
            :class="
              post.slim ? 'min-h-[24px] py-0.5 font-passage text-[14px]' : 'py-1.5 text-[14px] font-bold'
            "
            type="button"
            :aria-expanded="post.open !== false"
            :title="post.title"
            @click="emit('open', post.id)"
          >
            {{ post.title }}
          </button>
          <span class="ml-auto shrink-0 text-[12px]">{{ post.note }}</span>
          <slot name="head" :post="post" />
        </h2>
        <div
          v-if="post.open !== false"
          class="rounded-b-panel border border-t-0 border-hairline bg-white px-3 py-2"
        >
          <slot name="post" :post="post" />
        </div>
      </article>
      <slot name="empty" />
    </div>
  </div>
</template>

<style scoped>
.signpost {
  position: relative;
  border-top-left-radius: 0;
  border-bottom-left-radius: 0;
}
.signpost::before {
  content: '';
  position: absolute;
  right: 100%;
  top: 0;
  border: 17px solid transparent;
  border-left-width: 0;
  border-right: 13px solid var(--post);
}
.slim::before {
  border-width: 13px;
  border-left-width: 0;
  border-right-width: 10px;
}
</style>
