import { Link } from 'react-router'
import { useJob } from './jobContext'
import { Why, WhyPart } from './Why'
import { texts } from './words'

/** A step of the path that is not built yet; says so. */
export function NotYet() {
  const { job } = useJob()
  return (
    <>
      <h1 className="mb-2">{texts.notBuiltYet}</h1>
      <p className="mb-4 max-w-[60ch] text-ink-2">{texts.thisStepOfTheJobComes}</p>
      <Link className="btn btn-main" to={`/jobs/${job.id}/faults`}>
        {texts.seeTheFaults}
      </Link>
      <Why title={texts.thePathOfAJob}>
        <WhyPart head={texts.whatItIs}>{texts.sevenStepsFromHookingUpTo}</WhyPart>
      </Why>
    </>
  )
}
