interface Props {
  what: string;
  /** reads on; undefined at the end of a list */
  more: (() => void) | undefined;
}

/** Reads a list on, where it goes on. */
export const More = ({ what, more }: Props) =>
  more && (
    <button className="link wide" onClick={more}>
      more {what}
    </button>
  );
