import type { Outcome } from '@/calc/runCalculation'

/** What the page tells the worker. One calculation at a time; a new start ends the one before. */
export type ToWorker =
  | { readonly kind: 'start'; readonly id: number; readonly name: string; readonly input: unknown }
  | { readonly kind: 'cancel'; readonly id: number }

/** What the worker tells the page. */
export type FromWorker =
  | { readonly kind: 'progress'; readonly id: number; readonly fraction: number; readonly says: string }
  | { readonly kind: 'done'; readonly id: number; readonly outcome: Outcome }
  | { readonly kind: 'cancelled'; readonly id: number }
  | { readonly kind: 'failed'; readonly id: number; readonly says: string }
