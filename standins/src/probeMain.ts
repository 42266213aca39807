import { createProbe } from './probe.ts'
import { serve } from './serve.ts'

serve(createProbe(Math.random), Number(process.env['STANDIN_PORT'] ?? 0), 'tcp')
