import { serve } from './serve.ts'
import { createWeatherServer } from './weatherServer.ts'

serve(createWeatherServer(), Number(process.env['STANDIN_PORT'] ?? 0), 'http')
