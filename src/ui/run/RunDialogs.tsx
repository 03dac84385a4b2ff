'use client'
import type { ComponentProps } from 'react'
import type { Linkable } from '@/schema/links'
import type { RunView } from '@/schema/runView'
import type { WorkingReference } from '@/schema/world'
import { fetchedAhead } from '../../kit/parts/fetchedAhead'
import type { Link } from './link/useLink'
import { CorrectionDialog } from './reading/CorrectionDialog'
import type { OpenDialog } from './state/deskState'

const CorrectionsDialog = fetchedAhead(() =>
  import('./CorrectionsDialog').then(({ CorrectionsDialog }) => CorrectionsDialog),
)
const LinkDialog = fetchedAhead(() => import('./link/LinkDialog').then(({ LinkDialog }) => LinkDialog))
const ExchangeDialog = fetchedAhead(() => import('./ExchangeDialog').then(({ ExchangeDialog }) => ExchangeDialog))

type Props = {
  dialog: OpenDialog | null
  onClose: () => void
  run: RunView
  timeZone: string
  standards: readonly WorkingReference[]
  /** References whose corrections may be chosen. */
  correctable: ComponentProps<typeof CorrectionsDialog>['references']
  linkable: Linkable | null
  begin: Link['begin']
  write: (route: string, body: unknown) => Promise<string | null>
}

/** The question that is open over the run, if any. */
export function RunDialogs({ dialog, onClose, run, ...props }: Props) {
  const { timeZone, standards, correctable, linkable, begin, write } = props
  const { world } = run
  if (!dialog) return null
  switch (dialog.kind) {
    case 'devices': {
      if (!linkable) return null
      const { tag } = world.instrument
      return <LinkDialog runId={run.id} tag={tag} linkable={linkable} begin={begin} onClose={onClose} />
    }
    case 'exchange': {
      const store = (exchange: unknown) => write('exchanges', exchange)
      return <ExchangeDialog world={world} standards={standards} onClose={onClose} store={store} />
    }
    case 'corrections': {
      const store = (choice: unknown) => write('corrections', choice)
      return <CorrectionsDialog references={correctable} onClose={onClose} store={store} />
    }
    case 'correct a reading': {
      const { step } = dialog
      const store = (correction: object) => write('readings', { ...correction, stepId: step.id })
      return <CorrectionDialog world={world} step={step} timeZone={timeZone} onClose={onClose} store={store} />
    }
    default:
      return dialog satisfies never
  }
}
