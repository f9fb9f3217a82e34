import { Link } from 'react-router'
import { useJob } from './jobContext'
import { Why, WhyPart } from './Why'

/** A step of the path that is not built yet; says so. */
export function NotYet() {
  const { job } = useJob()
  return (
    <>
      <h1 className="mb-2">Not built yet</h1>
      <p className="mb-4 max-w-[60ch] text-ink-2">
        This step of the job comes with a later version. What can be done now: hook up, call the roll, read
        the faults.
      </p>
      <Link className="btn btn-main" to={`/jobs/${job.id}/faults`}>
        See the faults
      </Link>
      <Why title="The path of a job">
        <WhyPart head="What it is">
          Seven steps from hooking up to sign-off. You may jump back and forth.
        </WhyPart>
      </Why>
    </>
  )
}
