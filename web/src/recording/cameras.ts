/** Cameras: the real ones, and the simulated one, in which a narrator is drawn. */
import { media, SIMULATED } from './microphones'

export interface OpenCamera {
  stream: MediaStream
  close: () => void
}

export class CameraRefused extends Error {}
export class NoCamera extends Error {}

/** Small: the picture stands beside the text, or fills the stage while she greets, and is never what is read. */
const WANTED: MediaTrackConstraints = {
  width: { ideal: 854 },
  height: { ideal: 480 },
  frameRate: { ideal: 25, max: 30 },
}

export async function listCameras(simulated: boolean): Promise<{ id: string; name: string }[]> {
  const devices = (await media()?.enumerateDevices()) ?? []
  const real = devices
    .filter((device) => device.kind === 'videoinput' && device.deviceId)
    .map((device, i) => ({ id: device.deviceId, name: device.label || `Camera ${i + 1}` }))
  return simulated ? [...real, { id: SIMULATED, name: 'Simulated camera (a drawn narrator)' }] : real
}

/** Throws CameraRefused where the browser may not use it, and NoCamera where none answers. */
export async function openCamera(id: string): Promise<OpenCamera> {
  if (id === SIMULATED) return drawnNarrator()
  if (!media()) throw new NoCamera()
  try {
    const video = { ...WANTED, ...(id ? { deviceId: { exact: id } } : {}) }
    const stream = await navigator.mediaDevices.getUserMedia({ video })
    return { stream, close: () => stream.getTracks().forEach((track) => track.stop()) }
  } catch (fault) {
    const name = (fault as DOMException).name
    throw name === 'NotAllowedError' || name === 'SecurityError' ? new CameraRefused() : new NoCamera()
  }
}

const FRAMES_A_SECOND = 20
const [WIDTH, HEIGHT] = [640, 360]

/** A narrator who nods and talks, for who has no camera. */
function drawnNarrator(): OpenCamera {
  const canvas = document.createElement('canvas')
  canvas.width = WIDTH
  canvas.height = HEIGHT
  const brush = canvas.getContext('2d')!
  const round = (x: number, y: number, width: number, height: number, colour: string) => {
    brush.fillStyle = colour
    brush.beginPath()
    brush.ellipse(x, y, width, height, 0, 0, 2 * Math.PI)
    brush.fill()
  }
  const draw = () => {
    const now = performance.now() / 1000
    brush.fillStyle = '#dbe7f0'
    brush.fillRect(0, 0, WIDTH, HEIGHT)
    const nod = 4 * Math.sin(now * 1.7)
    round(320, 400, 170, 130, '#2c6e4f')
    round(320, 170 + nod, 84, 96, '#c98f6b')
    round(320, 96 + nod, 92, 52, '#3b2a22')
    const lids = now % 4 < 0.15 ? 1 : 8
    round(290, 165 + nod, 7, lids, '#14302e')
    round(350, 165 + nod, 7, lids, '#14302e')
    round(320, 215 + nod, 22, 4 + 8 * Math.abs(Math.sin(now * 6)), '#7a2d26')
  }
  draw()
  const timer = window.setInterval(draw, 1000 / FRAMES_A_SECOND)
  const stream = canvas.captureStream(FRAMES_A_SECOND)
  return {
    stream,
    close: () => {
      window.clearInterval(timer)
      stream.getTracks().forEach((track) => track.stop())
    },
  }
}
