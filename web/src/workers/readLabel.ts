import { expose } from 'comlink'
import { readLabel } from '@jardinero/core/shelf'

/** The set phrases of a label are looked for off the page. */
const reader = { read: readLabel }
export type ReadLabelWorker = typeof reader
expose(reader)
