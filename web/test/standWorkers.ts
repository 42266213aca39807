import { expose } from 'comlink'
import { vi } from 'vitest'

/** Workers that do on this thread what the real ones do on theirs. What crosses to them must be plain, as it must there. */
export function standWorkers(apiOf: (script: string) => object): { ended: () => number } {
  let ended = 0
  vi.stubGlobal(
    'Worker',
    class {
      onerror?: (event: { message: string }) => void
      private readonly channel = new MessageChannel()
      constructor(url: URL | string) {
        expose(apiOf(String(url)), this.channel.port1)
        this.channel.port2.start()
      }
      postMessage = (data: unknown, transfer: Transferable[] = []) =>
        this.channel.port2.postMessage(data, transfer)
      addEventListener = (name: string, heard: EventListener) =>
        this.channel.port2.addEventListener(name, heard)
      removeEventListener = (name: string, heard: EventListener) =>
        this.channel.port2.removeEventListener(name, heard)
      terminate() {
        ended++
        this.channel.port1.close()
        this.channel.port2.close()
      }
    },
  )
  return { ended: () => ended }
}
