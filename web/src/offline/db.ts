import type { PersistedClient } from '@tanstack/react-query-persist-client'
import { openDB, type DBSchema } from 'idb'
import type { EventInput } from '../api/client'

/** One press that tells a fact, kept on this device until the server has it. */
export interface Press {
  seq: number // in the order in which they were pressed
  key: string // the server does it once, however often it is sent
  piece: { id: number; name: string }
  what: string // in words
  body: EventInput
  undoes?: string // the key of an earlier press: what that told is taken back
  tried: boolean // it was sent: nobody can say whether it arrived
  refused?: string // why the server would not have it
}

interface Schema extends DBSchema {
  presses: { key: number; value: Press; indexes: { key: string } }
  answers: { key: string; value: { event: number; at: number } } // what presses have told, by their key
  screens: { key: string; value: PersistedClient } // what was seen last, for when there is no network
}

/** What this device keeps. It fails where the browser keeps nothing, as some do in private windows. */
export const device = openDB<Schema>('firmitas', 1, {
  upgrade(db) {
    db.createObjectStore('presses', { keyPath: 'seq', autoIncrement: true }).createIndex('key', 'key', { unique: true })
    db.createObjectStore('answers')
    db.createObjectStore('screens')
  },
})
device.catch(() => undefined) // told where it is used
