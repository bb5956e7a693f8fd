import { LOOK_NAMES } from '../../../core/drafting/look-names';
import { Pick } from '../../ui/pick';

interface Props {
  /** That of a drawing, or of several; null where they differ. */
  readonly look: string | null | undefined;
  readonly onLook: (look: string) => void;
}

/** The look in which drawings are shown and leave the house. */
export function LookPick({ look, onLook }: Props) {
  // one that the standard does not have is shown as its first
  const own = LOOK_NAMES.find((name) => name === look) ?? LOOK_NAMES[0];
  return (
    <Pick
      label="Look"
      hideLabel
      value={look === null ? null : own}
      unset="differs"
      options={LOOK_NAMES.map((name) => [name, name])}
      onChange={onLook}
    />
  );
}
