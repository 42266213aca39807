import { onScopeDispose, ref, type Ref } from 'vue'
import type { DeviceLine } from '@jardinero/core/quantity'

/** How a browser speaks with a serial port; only some can. */
interface SerialPortLike {
  open: (options: { baudRate: number }) => Promise<void>
  close: () => Promise<void>
  readable: ReadableStream<Uint8Array<ArrayBuffer>>
  writable: WritableStream<Uint8Array>
}
type WithSerial = Navigator & { serial?: { requestPort: () => Promise<SerialPortLike> } }

const deviceBaudRate = 9600

export interface Device {
  name: Ref<string>
  fault: Ref<'away' | 'said' | undefined>
  said: Ref<string>
  open: Ref<boolean>
  hasSerial: boolean
  /** The device at the server, by the address of its stream. */
  listen: (address: string) => void
  /** A device at this browser's own serial port; the person picks which. */
  plug: () => Promise<void>
  /** Says a line to a plugged device; false where it is none. */
  tell: (line: string) => Promise<boolean>
  stop: () => void
}

/** A device's lines, from the server or from the browser's own port. @param began called before the first line */
export function useDevice<Sample>(
  parse: (line: string) => DeviceLine<Sample>,
  taken: (sample: Sample) => void,
  began: () => void,
): Device {
  const name = ref('')
  const fault = ref<'away' | 'said'>()
  const said = ref('')
  const open = ref(false)
  let stopReading: () => void = () => undefined
  let plugged: SerialPortLike | undefined

  function take(line: string): void {
    const parsed = parse(line)
    if (parsed.kind === 'hello') name.value = parsed.name
    else if (parsed.kind === 'fault') {
      fault.value = 'said'
      said.value = parsed.text
    } else if (parsed.kind === 'sample') taken(parsed.sample)
  }
  function stop(): void {
    stopReading()
    stopReading = () => undefined
    plugged = undefined
    open.value = false
  }
  function begin(): void {
    stop()
    name.value = ''
    fault.value = undefined
    open.value = true
    began()
  }
  function listen(address: string): void {
    begin()
    const source = new EventSource(address)
    source.onmessage = ({ data }: MessageEvent<string>) => take(data)
    const gone = () => {
      fault.value = 'away'
      stop()
    }
    source.onerror = gone
    source.addEventListener('away', gone)
    stopReading = () => source.close()
  }
  async function plug(): Promise<void> {
    const { serial } = navigator as WithSerial
    const port = await serial?.requestPort().catch(() => undefined)
    if (!port) return
    begin()
    try {
      await port.open({ baudRate: deviceBaudRate })
      plugged = port
      const reader = port.readable.pipeThrough(new TextDecoderStream()).getReader()
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
  async function tell(line: string): Promise<boolean> {
    if (!plugged) return false
    const writer = plugged.writable.getWriter()
    await writer.write(new TextEncoder().encode(`${line}\n`)).finally(() => writer.releaseLock())
    return true
  }
  onScopeDispose(stop)
  return { name, fault, said, open, hasSerial: 'serial' in navigator, listen, plug, tell, stop }
}
