/** Microphones: the real ones, and the simulated one that plays a file. */

export const SIMULATED = 'simulated'

export interface Microphone {
  id: string
  name: string
}

export interface OpenMicrophone {
  stream: MediaStream
  /** Called once recording begins: a simulated microphone begins to speak. */
  begin: () => void
  close: () => void
}

export class MicrophoneRefused extends Error {}
export class NoMicrophone extends Error {}
/** Browsers give a microphone to https pages and to this computer's own address only. */
export class NotHere extends Error {}

/** The true sound: everything that calls do to a voice is off. */
const TRUE_SOUND = {
  echoCancellation: false,
  noiseSuppression: false,
  autoGainControl: false,
  channelCount: 1,
}

/** Pages that are not https have none, whatever the types say. */
export const media = () => navigator.mediaDevices as MediaDevices | undefined

export async function listMicrophones(simulated: boolean): Promise<Microphone[]> {
  const devices = (await media()?.enumerateDevices()) ?? []
  const real = devices
    .filter((device) => device.kind === 'audioinput' && device.deviceId)
    .map((device, i) => ({ id: device.deviceId, name: device.label || `Microphone ${i + 1}` }))
  return simulated ? [...real, { id: SIMULATED, name: 'Simulated microphone (a narrator reads)' }] : real
}

export async function openMicrophone(id: string, simulatedSound: string): Promise<OpenMicrophone> {
  if (id === SIMULATED) return openSimulated(simulatedSound)
  if (!media()) throw new NotHere()
  try {
    const audio = { ...TRUE_SOUND, ...(id ? { deviceId: { exact: id } } : {}) }
    const stream = await navigator.mediaDevices.getUserMedia({ audio })
    return {
      stream,
      begin: () => undefined,
      close: () => stream.getTracks().forEach((track) => track.stop()),
    }
  } catch (fault) {
    const name = (fault as DOMException).name
    if (name === 'NotAllowedError' || name === 'SecurityError') throw new MicrophoneRefused()
    throw new NoMicrophone()
  }
}

async function openSimulated(url: string): Promise<OpenMicrophone> {
  const answer = await fetch(url)
  if (!answer.ok) throw new NoMicrophone()
  const context = new AudioContext()
  const source = context.createBufferSource()
  source.buffer = await context.decodeAudioData(await answer.arrayBuffer())
  const out = context.createMediaStreamDestination()
  source.connect(out)
  return { stream: out.stream, begin: () => source.start(), close: () => void context.close() }
}

/** A level from 0 to 1 (−60 dB to full scale), measured about 20 times a second. */
export function watchLevel(stream: MediaStream, show: (level: number, clipped: boolean) => void): () => void {
  const context = new AudioContext()
  const analyser = context.createAnalyser()
  analyser.fftSize = 2048
  context.createMediaStreamSource(stream).connect(analyser)
  const samples = new Float32Array(analyser.fftSize)
  const timer = window.setInterval(() => {
    analyser.getFloatTimeDomainData(samples)
    const peak = samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)
    show(Math.max(0, 1 + Math.log10(peak + 1e-6) / 3), peak > 0.98)
  }, 50)
  return () => {
    window.clearInterval(timer)
    void context.close()
  }
}
