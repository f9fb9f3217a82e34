import { Navigate, useParams } from 'react-router'
import { LAMP_CHECK, UNIT, trialPath } from './paths'

/** Where the lamp check stood before it was a test like the others. */
export function LampCheckMoved() {
  return <Navigate to={trialPath(Number(useParams().job), LAMP_CHECK, UNIT)} replace />
}
