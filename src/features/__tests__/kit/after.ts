/** What tests of screens say and how long they wait. */
import '@testing-library/jest-dom'
import { configure } from '@testing-library/dom'
import { stage } from './stage'

// the library's own second is too short on a loaded machine
configure({ asyncUtilTimeout: 40_000 })

// files that a page hands to its maker are kept instead
let handed: Blob
URL.createObjectURL = (file: Blob) => ((handed = file), 'blob:kept')
HTMLAnchorElement.prototype.click = function () {
  if (this.download) stage.files.push({ name: this.download, type: handed.type, content: handed })
  else this.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true }))
}
