'use client'

import dynamic from 'next/dynamic'

/** Parts of a visit that open over it or come at its end: loaded after the page, not with it. */
const load = {
  far: () => import('./FarView').then((m) => m.FarView),
  photos: () => import('./PhotosDialog').then((m) => m.PhotosDialog),
  figure: () => import('./AnyFigure').then((m) => m.AnyFigure),
  note: () => import('./NoteDialog').then((m) => m.NoteDialog),
  explained: () => import('./ExplainedPanel').then((m) => m.ExplainedPanel),
  signature: () => import('./Signature').then((m) => m.Signature),
}

export const FarView = dynamic(load.far, { ssr: false })
export const PhotosDialog = dynamic(load.photos, { ssr: false })
export const AnyFigure = dynamic(load.figure, { ssr: false })
export const NoteDialog = dynamic(load.note, { ssr: false })
export const ExplainedPanel = dynamic(load.explained, { ssr: false })
export const Signature = dynamic(load.signature, { ssr: false })

/** Fetches them all, so that they open without a network too. */
export const fetchLaterParts = (): void => void Promise.allSettled(Object.values(load).map((part) => part()))
