import { createScale } from './scale.ts'
import { serve } from './serve.ts'

serve(createScale(Math.random), Number(process.env['STANDIN_PORT'] ?? 0), 'tcp')
