<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems, Tab, TabGroup, TabList } from '@headlessui/vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import { ask, client, Problem, type Command } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useGradually } from '@/parts/gradually'
import { stateAt } from '@/stage/cueReader'
import { keepPicture } from '@/api/pictures'
import { useStage } from '@/api/stage'
import StagePage from '@/stage/StagePage.vue'
import ProblemNote from '@/parts/ProblemNote.vue'
import MovableList from '@/parts/MovableList.vue'
import PanelDialog from '@/parts/PanelDialog.vue'
import BringIn from './text/BringIn.vue'
import CheckColumn from './text/CheckColumn.vue'
import CreditsDialog from './text/CreditsDialog.vue'
import FactsStrip from './text/FactsStrip.vue'
import LookDialog from './text/LookDialog.vue'
import PageSection from './text/PageSection.vue'
import SoundsPanel from './text/SoundsPanel.vue'
import LooseEnds from './text/LooseEnds.vue'
import { useBringIn } from './text/bringIn'
import { useBlockOrder } from './text/blockOrder'
import { linksOf } from './text/glossaryLinks'
import { providePassageFace } from './text/passageFace'

const lesson = useLesson()
const view = lesson.view
const VIEWS = ['Shape and check', 'How words sound', 'As students see it']

const at = ref('')
const passages = computed(() => view.value.lesson.passages)
const passage = computed(() => passages.value.find((one) => one.id === at.value) ?? passages.value[0]!)
const look = computed(() => view.value.lesson.look)
providePassageFace(computed(() => look.value.typeface))

const shown = ref(0)
const dialog = ref<'' | 'credits' | 'look' | 'bring'>('')
const chosen = ref('')
const area = ref<HTMLElement>()
const column = ref<InstanceType<typeof CheckColumn>>()
const text = useQuery({
  queryKey: computed(() => ['text', lesson.id.value, passage.value.id, view.value.revision]),
  queryFn: () =>
    ask(
      client.GET('/api/lessons/{lesson}/text', {
        params: { path: { lesson: lesson.id.value }, query: { passage: passage.value.id } },
      }),
    ),
  placeholderData: (before) => before,
})
const about = computed(() => (text.data.value?.passage === passage.value.id ? text.data.value : undefined))
const suspects = computed(() => about.value?.suspects ?? [])
const words = computed(() =>
  passage.value.pages.flatMap((page) => page.blocks.flatMap((b) => b.words.map((w) => w.text))),
)

const send = (command: Command) => lesson.send(command)

const links = computed(() => linksOf(passage.value, about.value?.glossary ?? []))
function go(block: string) {
  const row = area.value?.querySelector<HTMLElement>(`[data-block="${block}"]`)
  row?.scrollIntoView({ block: 'center' })
  row?.querySelector<HTMLElement>('.kind')?.focus({ preventScroll: true })
}

/* The page as students see it. */
const stage = useStage(
  lesson.id,
  computed(() => view.value.revision),
  undefined,
  computed(() => shown.value === 2),
)
const page = ref(0)
const pages = computed(() => stage.value?.layout.pages.length ?? 0)
watch(pages, (count) => (page.value = Math.min(page.value, Math.max(0, count - 1))))
const state = computed(() =>
  stage.value ? { ...stateAt(stage.value.sheet, 0), page: page.value, lit: '', marks: [] } : undefined,
)

const { order, firsts, near, moved, moveKey } = useBlockOrder(passage, area, send)
const upTo = useGradually(() => order.value.length)

/* Pictures and further pages. */
const picker = ref<HTMLInputElement>()
async function placePicture(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  const after =
    chosen.value && order.value.includes(chosen.value) ? chosen.value : order.value[order.value.length - 1]!
  if (!file) return
  try {
    const kept = await keepPicture(lesson.id.value, file)
    await send({ kind: 'place picture', after, ...kept, shows: '' })
  } catch (fault) {
    lesson.report(fault)
  }
}
const bringing = useBringIn()
const asNew = ref(false)
const problem = ref<Problem>()
async function bring() {
  problem.value = undefined
  const files = bringing.chosen()
  const done = await lesson.attempt((revision) =>
    ask(
      client.POST('/api/lessons/{lesson}/pages-from-files', {
        params: { path: { lesson: lesson.id.value } },
        body: { revision, files, passage: asNew.value ? '' : passage.value.id },
      }),
    ),
  )
  if (!done) return
  bringing.items.value = []
  dialog.value = ''
  if (asNew.value) at.value = passages.value[passages.value.length - 1]!.id
}
const copies = useCatalogue().passage_formats.filter((one) => one.is_written)
</script>

<template>
  <Teleport defer to="#screen-actions">
    <button v-if="suspects.length" class="button" type="button" @click="((shown = 0), column?.next())">
      Check next word
    </button>
    <RouterLink class="button button-main" :to="{ name: 'plan' }">Go to Plan</RouterLink>
  </Teleport>
  <div class="mb-2 flex flex-wrap items-center gap-2">
    <TabGroup as="div" :selected-index="shown" @change="shown = $event">
      <TabList class="flex rounded-panel border border-hairline bg-white p-0.5">
        <Tab v-for="(name, i) in VIEWS" :key="name" v-slot="{ selected }" as="template">
          <button
            type="button"
            class="rounded-[8px] px-3 py-1 text-[14px]"
            :class="selected ? 'bg-moss font-semibold text-white' : 'text-ink hover:bg-mist'"
          >
            {{ name }}
            <span
              v-if="i === 0 && suspects.length"
              class="ml-1 rounded-round bg-signal px-1.5 text-[12px] text-white"
              >{{ suspects.length }}<span class="sr-only"> words to check</span></span
            >
          </button>
        </Tab>
      </TabList>
    </TabGroup>
    <Menu v-if="passages.length > 1" as="div" class="relative">
      <MenuButton class="button">Passage: {{ passage.title || 'Untitled' }}</MenuButton>
      <MenuItems class="panel absolute left-0 top-full z-10 mt-1 w-[280px] p-1 focus:outline-none">
        <MenuItem v-for="one in passages" :key="one.id" v-slot="{ active }">
          <button
            type="button"
            class="w-full rounded-small px-3 py-1.5 text-left"
            :class="[active ? 'bg-mist' : '', one.id === passage.id ? 'font-semibold' : '']"
            @click="at = one.id"
          >
            {{ one.title || 'Untitled' }}
          </button>
        </MenuItem>
        <div class="my-1 border-t border-hairline" />
        <MenuItem v-slot="{ active }">
          <button
            type="button"
            class="w-full rounded-small px-3 py-1.5 text-left text-signal"
            :class="active ? 'bg-mist' : ''"
            @click="send({ kind: 'remove passage', passage: passage.id })"
          >
            Remove “{{ passage.title || 'Untitled' }}”
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
    <div class="ml-auto flex flex-wrap gap-2">
      <button class="button" type="button" @click="dialog = 'bring'">Bring in more</button>
      <button class="button" type="button" @click="picker?.click()">Place a picture</button>
      <input
        ref="picker"
        class="sr-only"
        type="file"
        accept="image/*"
        aria-label="Picture to place"
        tabindex="-1"
        @change="placePicture"
      />
      <button class="button" type="button" @click="dialog = 'look'">Look</button>
      <button class="button" type="button" @click="dialog = 'credits'">Credits</button>
      <Menu as="div" class="relative">
        <MenuButton class="button">Save a copy</MenuButton>
        <MenuItems class="panel absolute right-0 top-full z-10 mt-1 w-[200px] p-1 focus:outline-none">
          <MenuItem v-for="{ kind, name } in copies" :key="kind" v-slot="{ active }">
            <a
              class="block rounded-small px-3 py-1.5"
              :class="active ? 'bg-mist' : ''"
              :href="`/api/lessons/${lesson.id.value}/passage/${kind}?passage=${passage.id}`"
              download
              >{{ name }}</a
            >
          </MenuItem>
        </MenuItems>
      </Menu>
    </div>
  </div>
  <LooseEnds
    v-if="view.lesson.loose_ends?.length"
    :ends="view.lesson.loose_ends"
    :words="passage"
    :send="send"
  />
  <div
    v-if="shown === 0"
    ref="area"
    class="panel min-h-0 flex-1 overflow-y-auto narrow:max-h-[80vh] narrow:flex-none"
  >
    <div class="flex narrow:flex-col-reverse">
      <div class="min-w-0 flex-1 border-r border-hairline pb-10">
        <MovableList @move="moved">
          <PageSection
            v-for="(one, i) in passage.pages"
            :key="one.id"
            :page="one"
            :number="i + 1"
            :first="firsts[i] ?? 0"
            :up-to="upTo"
            :chosen="chosen"
            :links="links"
            :send="send"
            @go="go"
            @choose="chosen = $event"
            @near="near"
            @move="moveKey"
          />
        </MovableList>
      </div>
      <CheckColumn ref="column" :suspects="suspects" :pages="passage.pages" :area="area" :send="send" />
    </div>
  </div>
  <SoundsPanel v-else-if="shown === 1" :sayings="about?.sayings ?? []" :words="words" :send="send" />
  <template v-else>
    <div class="panel min-h-0 flex-1 overflow-hidden p-2 narrow:aspect-video narrow:flex-none">
      <StagePage v-if="stage && state" :layout="stage.layout" :state="state" />
    </div>
    <div class="mt-2 flex items-center justify-center gap-3">
      <button class="button" type="button" :disabled="page <= 0" @click="page--">Page before</button>
      <span
        >{{ page === 0 ? 'Title card' : `Page ${page} of ${pages - 1}`
        }}{{ stage?.layout.pages[page]?.label ? ` · ${stage.layout.pages[page]!.label}` : '' }}</span
      >
      <button class="button" type="button" :disabled="page >= pages - 1" @click="page++">Next page</button>
    </div>
  </template>
  <FactsStrip
    v-if="about && shown < 2"
    class="mt-2"
    :facts="about.facts"
    :wishes="view.lesson.card_wishes ?? []"
    :send="send"
  />
  <CreditsDialog :open="dialog === 'credits'" :passage="passage" :send="send" @close="dialog = ''" />
  <LookDialog :open="dialog === 'look'" :look="look" :passage="passage" :send="send" @close="dialog = ''" />
  <PanelDialog :open="dialog === 'bring'" title="Bring in more" width="720px" @close="dialog = ''">
    <div class="mt-4 flex min-h-0 flex-col gap-4">
      <BringIn :bringing="bringing" />
      <ProblemNote v-if="problem" :problem="problem" @dismiss="problem = undefined" />
      <div class="flex flex-wrap items-center gap-3">
        <label class="flex items-center gap-2"
          ><input v-model="asNew" type="checkbox" />As another passage of this lesson</label
        >
        <button class="button ml-auto" type="button" @click="dialog = ''">Cancel</button>
        <button
          class="button button-main"
          type="button"
          :disabled="!bringing.ready.value.length || bringing.busy.value || lesson.saving.value"
          @click="bring"
        >
          {{ asNew ? 'Add the passage' : 'Add the pages' }}
        </button>
      </div>
    </div>
  </PanelDialog>
</template>
