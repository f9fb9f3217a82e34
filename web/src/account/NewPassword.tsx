import { Input } from '../shared/Field'
import { texts } from './words'
/**
 * The field for a password that is being set. The server's rule is the same: 10 characters or more;
 * it also refuses the commonest ones, which only the server can tell.
 */
export function NewPassword({
  label = texts.newPassword,
  value,
  onChange,
}: {
  label?: string
  value: string
  onChange: (value: string) => void
}) {
  return (
    <label>
      {label}
      <Input
        type="password"
        autoComplete="new-password"
        required
        minLength={10}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  )
}
