import type { YardId } from '@jardinero/core/quantity'
import { computed, shallowRef } from 'vue'
import { computeSettling, parseProbeLine, type ProbeSample } from '@jardinero/core/soil'
import { useDevice } from '../kit/useDevice.ts'

/** So much of the past is enough to see the needle settle. */
const mostSamples = 400

/** A probe's lines: samples, and whether the needle has settled. */
export function useProbe() {
  const samples = shallowRef<ProbeSample[]>([])
  const device = useDevice(
    parseProbeLine,
    (sample) => (samples.value = [...samples.value, sample].slice(-mostSamples)),
    () => (samples.value = []),
  )
  return {
    ...device,
    samples,
    settling: computed(() => computeSettling(samples.value)),
    /** The probe at the server. */
    listen: (yardId: YardId) => device.listen(`/api/soil/probe?yardId=${yardId}`),
  }
}
