import { expose } from 'comlink'
import { createSoilAnswers } from './soilAnswers.ts'

expose(createSoilAnswers())
