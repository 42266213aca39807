import type { Content } from 'pdfmake/interfaces'

/** A document of the house, before it is laid out. */
export interface Page {
  title: string
  /** On every page, with {page} and {pages} in it. */
  footer: string
  content: Content[]
  landscape?: boolean
  fontSize?: number
}
