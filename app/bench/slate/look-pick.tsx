import { Pick } from '../../ui/pick';
import { useWatched } from '../../ui/watched';
import { painter } from '../../workers/painter';

interface Props {
  /** That of a drawing, or of several; null where they differ. */
  readonly look: string | null | undefined;
  readonly onLook: (look: string) => void;
}

/** The look in which drawings are shown and leave the house. */
export function LookPick({ look, onLook }: Props) {
  const { looks } = useWatched(painter.drafted);
  // one that the standard does not have is shown as its first
  const own = looks.find((name) => name === look) ?? looks[0]!;
  return (
    <Pick
      label="Look"
      hideLabel
      value={look === null ? null : own}
      unset="differs"
      options={looks.map((name) => [name, name])}
      onChange={onLook}
    />
  );
}
