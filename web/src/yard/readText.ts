/** The text of a file as people save tables: in UTF-8, or, where it is none, as Western Windows writes it. */
export async function readText(file: Blob): Promise<string> {
  const bytes = await file.arrayBuffer()
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}
