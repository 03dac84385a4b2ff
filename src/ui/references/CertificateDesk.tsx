'use client'
import { useState } from 'react'
import { Refusal } from '@/core/refusal'
import { filledFrom, type RangeToRead } from '@/plans/dcc/readCertificate'
import { inWords } from '../../kit/api'
import { FileButton } from '../../kit/parts/FileButton'
import { Notice } from '../../kit/parts/Notice'
import { Refused } from '../../kit/parts/Refused'
import { CertificateEditor } from './CertificateEditor'
import { readCertificateFile } from './readCertificateFile'

type Props = {
  readonly reference: { readonly id: string; readonly code: string }
  readonly ranges: readonly RangeToRead[]
  readonly initial: { readonly ranges: readonly { readonly mark: string }[] }
  readonly insteadOf?: { readonly id: string; readonly number: string }
}

type Filled = { readonly initial: Props['initial']; readonly file: File; readonly remarks: readonly string[] }

/** A certificate from a file or by hand: what a file says is put into the form, to be looked at before it is entered. */
export function CertificateDesk({ ranges, initial, ...editor }: Props) {
  const [filled, setFilled] = useState<Filled | null>(null)
  const [message, setMessage] = useState<string | null>(null)
  const choose = async (file: File) => {
    setMessage(null)
    try {
      const read = await readCertificateFile(file, ranges)
      setFilled({ initial: filledFrom(initial, read), file, remarks: read.remarks })
    } catch (error) {
      if (error instanceof Refusal) return setMessage(inWords(error))
      setMessage(error instanceof Error ? error.message : 'It cannot be read.')
    }
  }
  return (
    <>
      <FileButton
        label="Fill in from a file: points as CSV or XLSX, or a digital certificate (DCC, XML)"
        accept=".csv,.xlsx,.xml,text/csv,application/xml"
        chosen={filled?.file.name ?? null}
        choose={choose}
      />
      <Refused words={message} />
      {filled && (
        <Notice isSmall>
          Filled in from {filled.file.name}: look at it before it is entered. {filled.remarks.join(' ')}
        </Notice>
      )}
      <CertificateEditor
        key={filled ? `${filled.file.name} ${filled.file.lastModified}` : 'by hand'}
        {...editor}
        initial={filled?.initial ?? initial}
        {...(filled && /\.xml$/i.test(filled.file.name) && { document: filled.file })}
      />
    </>
  )
}
