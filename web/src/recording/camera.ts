/** The camera at the desk, if it is wanted: its picture, how large it is to be, and its recording beside the take's sound. */
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch, type Ref } from 'vue'
import { CameraRecorder } from './cameraRecorder'
import { CameraRefused, listCameras, openCamera, type OpenCamera } from './cameras'
import { media } from './microphones'
import type { TakeRecorder } from './recorder'

export type CameraSize = 'small' | 'large'

/** The event of a take whose detail is the size of the camera's picture from then on. */
const EVENT = 'camera'

const ENDED = {
  gone: 'The camera went away. The sound goes on, and its picture up to here is kept.',
  slow: 'This computer is too slow for the camera beside the sound. The sound goes on, and its picture up to here is kept.',
  refused:
    'There is no room for more of the camera’s picture. The sound goes on, and the picture up to here is kept.',
}

export function useCamera(simulated: Ref<boolean>) {
  const cameras = ref<{ id: string; name: string }[]>([])
  const chosen = ref('')
  const open = shallowRef<OpenCamera>()
  const opening = ref(false)
  const trouble = ref('')
  const size = ref<CameraSize>('small')
  const recorder = shallowRef<CameraRecorder>()
  let sound: TakeRecorder | undefined

  async function refresh() {
    cameras.value = await listCameras(simulated.value)
    if (!cameras.value.some((one) => one.id === chosen.value)) chosen.value = cameras.value[0]?.id ?? ''
  }
  onMounted(refresh)
  watch(simulated, refresh)
  const devices = media()
  if (devices) useEventListener(devices, 'devicechange', () => void refresh())

  async function use(id = chosen.value) {
    close()
    trouble.value = ''
    opening.value = true
    try {
      open.value = await openCamera(id)
      await refresh()
      const track = open.value.stream.getVideoTracks()[0]
      chosen.value = id || (track?.getSettings().deviceId ?? '')
      track?.addEventListener('ended', () => !recorder.value && away())
    } catch (fault) {
      trouble.value =
        fault instanceof CameraRefused
          ? 'The browser may not use the camera. Allow it in the address bar, or record without it.'
          : 'No camera answers. Plug one in, or record without it.'
    }
    opening.value = false
  }
  /** The camera went away before a take. */
  function away() {
    if (open.value) trouble.value = 'The camera went away. You can record without it.'
    close()
  }
  function close() {
    open.value?.close()
    open.value = undefined
  }
  onBeforeUnmount(close)

  /** Large or small from now on. */
  function resize() {
    if (!open.value) return
    size.value = size.value === 'small' ? 'large' : 'small'
    if (recorder.value) sound?.note(EVENT, size.value)
  }

  /* Beside the sound of a take. */
  function begin(take: TakeRecorder) {
    if (!open.value) return
    sound = take
    try {
      const one = new CameraRecorder(take, open.value.stream)
      one.onFirst = (at) => take.note(EVENT, size.value, at)
      one.onEnd = (why) => {
        take.note(EVENT, 'gone')
        trouble.value = ENDED[why]
        close()
      }
      one.start()
      recorder.value = one
    } catch {
      trouble.value = 'This browser cannot record the camera. The sound goes on without it.'
      close()
    }
  }
  async function end() {
    const one = recorder.value
    recorder.value = undefined
    await one?.finish()
  }

  return {
    cameras,
    chosen,
    size,
    trouble,
    opening,
    stream: computed(() => open.value?.stream),
    isOn: computed(() => !!open.value),
    use,
    close,
    resize,
    beside: {
      begin,
      end,
      pause: () => recorder.value?.pause(),
      resume: () => recorder.value?.resume(),
    },
  }
}
