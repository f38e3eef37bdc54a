import { useEffect, useRef, useState } from 'react'
import { RATE } from '../../core/sound/instrument.ts'

/** Plays samples, one sound at a time; nothing sounds before it is asked for. Tells what is sounding, by its name. */
export function useSounding(): {
  sounding: string | undefined
  sound: (name: string, x: Float32Array<ArrayBuffer>) => void
} {
  const audio = useRef<{ context: AudioContext; source: AudioBufferSourceNode | undefined }>(undefined),
    [sounding, setSounding] = useState<string>()
  useEffect(() => () => void audio.current?.context.close(), [])
  const sound = (name: string, x: Float32Array<ArrayBuffer>) => {
    const a = (audio.current ??= { context: new AudioContext(), source: undefined })
    if (a.source) a.source.onended = null
    a.source?.stop()
    const buffer = a.context.createBuffer(1, x.length, RATE)
    buffer.copyToChannel(x, 0)
    const source = a.context.createBufferSource()
    source.buffer = buffer
    source.connect(a.context.destination)
    source.onended = () => setSounding(undefined)
    source.start()
    a.source = source
    setSounding(name)
  }
  return { sounding, sound }
}
