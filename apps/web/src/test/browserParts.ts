/** What a browser has and the test's stand-in lacks. Imported first by tests of what runs in one. */
import { deserialize, serialize } from 'node:v8'
import 'fake-indexeddb/auto'

globalThis.structuredClone ??= (value) => deserialize(serialize(value)) as typeof value

// It has no dialogs of its own. Tests beside the server have no elements at all.
if (typeof HTMLDialogElement !== 'undefined') {
  HTMLDialogElement.prototype.showModal ??= function open(this: HTMLDialogElement) {
    this.open = true
  }
  HTMLDialogElement.prototype.close ??= function close(this: HTMLDialogElement) {
    this.open = false
    this.dispatchEvent(new Event('close'))
  }
}
