/** The single key of a control, shown on it where there is a keyboard; a screen reader is told by the key sheet. */
export const Key = ({ of }: { of: string }) => (
  <kbd aria-hidden style={{ marginLeft: 10 }}>
    {of}
  </kbd>
);
