import type { Look } from '../api/client'

export const lookNames: Record<Look, { name: string; hint: string }> = {
  natural: { name: 'Natural', hint: 'the wood as it is' },
  stained: { name: 'Stained', hint: 'wood shows through a colour' },
  opaque_pale: { name: 'Opaque, pale', hint: 'white, pale or grey that must stay so' },
  opaque_dark: { name: 'Opaque, dark', hint: 'a deeper colour' },
  limed: { name: 'Limed', hint: 'the wood shows, white in its pores' },
}

/** Where on the piece a zone lies, in the order that hands take them. */
export const faceNames: Record<string, string> = {
  underside: 'underside or back',
  inside: 'inside',
  apart: 'comes apart: door, drawer, shelf',
  body: 'body',
  best: 'best face',
}
