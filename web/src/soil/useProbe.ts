import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { computeSettling, parseProbeLine, type ProbeSample } from '@jardinero/core/soil'

/** How a browser reads a serial port; only some have it. */
interface SerialPortLike {
  open: (options: { baudRate: number }) => Promise<void>
  close: () => Promise<void>
  readable: ReadableStream<Uint8Array>
}
type WithSerial = Navigator & { serial?: { requestPort: () => Promise<SerialPortLike> } }

export const probeBaudRate = 9600
/** So much of the past is enough to see the needle settle. */
const mostSamples = 400

/** A probe's lines, from the server or from the browser's own port: samples, and whether the needle has settled. */
export function useProbe() {
  const name = ref('')
  const fault = ref<'away' | 'said'>()
  const said = ref('')
  const samples = shallowRef<ProbeSample[]>([])
  const open = ref(false)
  let stopReading: () => void = () => undefined

  function take(line: string): void {
    const parsed = parseProbeLine(line)
    if (parsed.kind === 'hello') name.value = parsed.name
    else if (parsed.kind === 'fault') {
      fault.value = 'said'
      said.value = parsed.text
    } else if (parsed.kind === 'sample') samples.value = [...samples.value, parsed.sample].slice(-mostSamples)
  }
  function begin(): void {
    stop()
    samples.value = []
    name.value = ''
    fault.value = undefined
    open.value = true
  }
  function stop(): void {
    stopReading()
    stopReading = () => undefined
    open.value = false
  }
  /** The probe at the server. */
  function listen(yardId: string): void {
    begin()
    const source = new EventSource(`/api/soil/probe?yardId=${yardId}`)
    source.onmessage = ({ data }: MessageEvent<string>) => take(data)
    const gone = () => {
      fault.value = 'away'
      stop()
    }
    source.onerror = gone
    source.addEventListener('away', gone)
    stopReading = () => source.close()
  }
  /** A probe at this browser's own serial port; the person picks which. */
  async function plug(): Promise<void> {
    const { serial } = navigator as WithSerial
    const port = await serial?.requestPort().catch(() => undefined)
    if (!port) return
    begin()
    try {
      await port.open({ baudRate: probeBaudRate })
      const reader = port.readable.pipeThrough(new TextDecoderStream() as never).getReader()
      stopReading = () => void reader.cancel().then(() => port.close())
      let rest = ''
      for (;;) {
        const { value, done } = await reader.read()
        if (done) break
        const lines = (rest + String(value)).split('\n')
        rest = lines.pop() ?? ''
        lines.forEach(take)
      }
    } catch {
      fault.value = 'away'
    }
    stop()
  }
  onScopeDispose(stop)
  return {
    name,
    fault,
    said,
    samples,
    open,
    settling: computed(() => computeSettling(samples.value)),
    hasSerial: 'serial' in navigator,
    listen,
    plug,
    stop,
  }
}
