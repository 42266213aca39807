import { createMeter } from './meter.ts'
import { serve } from './serve.ts'

serve(createMeter(Math.random), Number(process.env['STANDIN_PORT'] ?? 0), 'tcp')
