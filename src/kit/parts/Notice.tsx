'use client'
import Alert, { type AlertProps } from '@mui/material/Alert'
import type { PointVerdict } from '@/core/error/verdict'

const SEVERITY: Record<PointVerdict | 'to-do', NonNullable<AlertProps['severity']>> = {
  'to-do': 'info',
  inside: 'success',
  'inside-look': 'warning',
  'not-accepted': 'warning',
  'not-stated': 'warning',
  outside: 'error',
}

type Props = Pick<AlertProps, 'role' | 'children' | 'aria-label' | 'aria-live'> & {
  readonly tone?: keyof typeof SEVERITY
  readonly isSmall?: boolean
  /** Between its lines, CSS pixels; as in running text where absent. */
  readonly gap?: number
}

/** What has to be read before going on, on a ground that says which way it leans. Read out only where `role` says so. */
export function Notice({ tone = 'to-do', role = 'note', isSmall = false, gap, ...rest }: Props) {
  return (
    <Alert
      icon={false}
      severity={SEVERITY[tone]}
      role={role}
      className={`notice is-${tone}`}
      sx={{
        ...(isSmall && { fontSize: '0.875rem' }),
        ...(gap !== undefined && { '& > .MuiAlert-message': { display: 'grid', gap: `${gap}px` } }),
      }}
      {...rest}
    />
  )
}
