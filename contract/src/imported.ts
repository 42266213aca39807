/** What an import did. */
export interface ImportResult {
  added: Record<string, number>
  /** Rows that were here already, left as they are. */
  kept: Record<string, number>
}
