import type { FindPhoto } from '@jardinero/contract/scout'
import type { RecordPhoto } from '@jardinero/contract/ledger'
import type { LabelFile } from '@jardinero/contract/shelf'
import type { LabelId, RecordId, SightingId } from '@jardinero/core/quantity'
import { newId, send, sendBytes } from '../kit/api.ts'
import type { useOutbox } from './outboxStore.ts'
import type { createPlacing } from './rows.ts'

/** Pictures of sightings and of records, and the files of labels: sent as they are, placed as the server answers. */
export function createAttachments(
  placing: ReturnType<typeof createPlacing>,
  outbox: ReturnType<typeof useOutbox>,
) {
  outbox.onAnswer('/api/scout/finds/:id/photos', (photo) => void placing.put('photos', photo as FindPhoto))
  outbox.onAnswer(
    '/api/ledger/records/:id/photos',
    (photo) => void placing.put('recordPhotos', photo as RecordPhoto),
  )
  /** Kept on the device where the server is away. @param of what is on it, for who waits */
  async function addPhoto(findId: SightingId, picture: Blob, keepPlace: boolean, of: string): Promise<void> {
    const url = `/api/scout/finds/${findId}/photos?id=${newId()}&keepPlace=${keepPlace}`
    const photo = await outbox.tell<FindPhoto>(url, picture, { code: 'outing.note.photo', params: { of } })
    if (photo) await placing.put('photos', photo)
  }
  /** As a find's. */
  async function addRecordPhoto(
    recordId: RecordId,
    kind: RecordPhoto['kind'],
    picture: Blob,
    of: string,
  ): Promise<void> {
    const url = `/api/ledger/records/${recordId}/photos?id=${newId()}&kind=${kind}`
    const photo = await outbox.tell<RecordPhoto>(url, picture, { code: 'outing.note.photo', params: { of } })
    if (photo) await placing.put('recordPhotos', photo)
  }
  async function removeRecordPhoto(id: string): Promise<void> {
    await send('DELETE', `/api/ledger/photos/${id}`)
    await placing.take('recordPhotos', id)
  }
  async function removePhoto(id: string): Promise<void> {
    await send('DELETE', `/api/scout/photos/${id}`)
    await placing.take('photos', id)
  }
  async function addLabelFile(labelId: LabelId, file: File): Promise<void> {
    const query = new URLSearchParams({ id: newId(), name: file.name.slice(0, 80) || 'label' })
    await placing.put(
      'labelFiles',
      await sendBytes<LabelFile>(`/api/shelf/labels/${labelId}/files?${query}`, file),
    )
  }
  async function removeLabelFile(id: string): Promise<void> {
    await send('DELETE', `/api/shelf/files/${id}`)
    await placing.take('labelFiles', id)
  }
  return { addPhoto, addRecordPhoto, removeRecordPhoto, removePhoto, addLabelFile, removeLabelFile }
}
