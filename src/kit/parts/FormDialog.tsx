'use client'
import { fetchedAhead } from './fetchedAhead'

/** A form over the page, sent by its button or by Enter, and by nothing of what lies under it. */
export const FormDialog = fetchedAhead(() => import('./OpenFormDialog').then(({ OpenFormDialog }) => OpenFormDialog))
