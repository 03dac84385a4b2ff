'use client'
import Button, { type ButtonProps } from '@mui/material/Button'
import Link from 'next/link'

/** A link in a button's look, usable from server components too. */
export function LinkButton(props: ButtonProps<typeof Link>) {
  return <Button {...props} component={Link} />
}
