import { Button } from '../shared/Button'
import { useMutation } from '@tanstack/react-query'
import { useRef } from 'react'
import { useNavigate } from 'react-router'
import { call } from '../api/client'
import type { components } from '../api/generated/schema'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

/** Opens a case file from elsewhere as a job that can only be read, and goes there. */
export function OpenCase() {
  const navigate = useNavigate()
  const file = useRef<HTMLInputElement>(null)
  const open = useMutation({
    mutationFn: (zip: File) => {
      const form = new FormData()
      form.set('file', zip)
      return call<components['schemas']['OpenedCase']>('POST', '/api/case-files', form)
    },
    onSuccess: (opened) => navigate(`/jobs/${opened.job}/story`),
  })
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".zip"
        className="sr-only"
        aria-label={texts.caseFile}
        tabIndex={-1}
        onChange={(e) => {
          const zip = e.target.files?.[0]
          if (zip) open.mutate(zip)
          e.target.value = ''
        }}
      />
      <Button disabled={open.isPending} onClick={() => file.current?.click()}>
        {open.isPending ? texts.checkingTheCaseFile : texts.openACaseFile}
      </Button>
      {open.error && (
        <div className="w-full">
          <ProblemBox problem={open.error} />
        </div>
      )}
    </>
  )
}
