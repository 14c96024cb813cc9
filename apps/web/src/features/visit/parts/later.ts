'use client'

import dynamic from 'next/dynamic'
import { fetchCharts } from '@/ui/charts'
import { patiently } from '@/ui/patiently'
import { fetchShapes } from '../client/shape'

/** Parts of a visit that open over it or come at its end: loaded after the page, not with it. */
const load = {
  far: () => import('./FarView').then((m) => m.FarView),
  photos: () => import('./PhotosDialog').then((m) => m.PhotosDialog),
  figure: () => import('./AnyFigure').then((m) => m.AnyFigure),
  correct: () => import('./CorrectDialog').then((m) => m.CorrectDialog),
  grow: () => import('./GrowForm').then((m) => m.GrowForm),
  complaint: () => import('./Complaint').then((m) => m.Complaint),
  faults: () => import('../faults/VisitFaults').then((m) => m.VisitFaults),
  runs: () => import('./RunsPanel').then((m) => m.RunsPanel),
  note: () => import('./NoteDialog').then((m) => m.NoteDialog),
  explained: () => import('./ExplainedPanel').then((m) => m.ExplainedPanel),
  connect: () => import('../live/ConnectPanel').then((m) => m.ConnectPanel),
  traceFile: () => import('../live/TraceFileDialog').then((m) => m.TraceFileDialog),
  bench: () => import('../live/BenchPanel').then((m) => m.BenchPanel),
  notices: () => import('./Notices').then((m) => m.Notices),
  signature: () => import('./Signature').then((m) => m.Signature),
  setUp: () => import('../setup/SetUpDesk').then((m) => m.SetUpDesk),
  condition: () => import('../setup/ConditionAdvice').then((m) => m.ConditionAdvice),
  looseEnds: () => import('./LooseEndsPanel').then((m) => m.LooseEndsPanel),
  openJoints: () => import('./LooseEndsPanel').then((m) => m.OpenJoints),
  disturbed: () => import('./DisturbedPanel').then((m) => m.DisturbedPanel),
  starts: () => import('./Starts').then((m) => m.Starts),
  sequence: () => import('./SequenceTimer').then((m) => m.SequenceTimer),
  finish: () => import('./FinishPanel').then((m) => m.FinishPanel),
  signInAgain: () => import('./SignInAgain').then((m) => m.SignInAgain),
}

export const FarView = dynamic(patiently(load.far), { ssr: false })
export const PhotosDialog = dynamic(patiently(load.photos), { ssr: false })
export const AnyFigure = dynamic(patiently(load.figure), { ssr: false })
export const CorrectDialog = dynamic(patiently(load.correct), { ssr: false })
export const GrowForm = dynamic(patiently(load.grow), { ssr: false })
export const Complaint = dynamic(patiently(load.complaint), { ssr: false })
export const VisitFaults = dynamic(patiently(load.faults), { ssr: false })
export const RunsPanel = dynamic(patiently(load.runs), { ssr: false })
export const NoteDialog = dynamic(patiently(load.note), { ssr: false })
export const ExplainedPanel = dynamic(patiently(load.explained), { ssr: false })
export const ConnectPanel = dynamic(patiently(load.connect), { ssr: false })
export const TraceFileDialog = dynamic(patiently(load.traceFile), { ssr: false })
export const BenchPanel = dynamic(patiently(load.bench), { ssr: false })
export const Notices = dynamic(patiently(load.notices), { ssr: false })
export const Signature = dynamic(patiently(load.signature), { ssr: false })
export const SetUpDesk = dynamic(patiently(load.setUp), { ssr: false })
export const ConditionAdvice = dynamic(patiently(load.condition), { ssr: false })
export const LooseEndsPanel = dynamic(patiently(load.looseEnds), { ssr: false })
export const OpenJoints = dynamic(patiently(load.openJoints), { ssr: false })
export const DisturbedPanel = dynamic(patiently(load.disturbed), { ssr: false })
export const Starts = dynamic(patiently(load.starts), { ssr: false })
export const SequenceTimer = dynamic(patiently(load.sequence), { ssr: false })
export const FinishPanel = dynamic(patiently(load.finish), { ssr: false })
export const SignInAgain = dynamic(patiently(load.signInAgain), { ssr: false })

/** Fetches them all, so that they open without a network too. */
export const fetchLaterParts = (): void =>
  void Promise.allSettled([...Object.values(load).map((part) => part()), fetchCharts(), fetchShapes(), import('comlink')])
