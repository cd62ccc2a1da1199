import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import styles from './JotLine.module.css';

/** The line a jot is written on, with what was wrong with it said under it and what was typed left standing. */
export function JotField({
  id,
  typed,
  onTyped,
  onWrite,
  wrong,
  example,
  busy = false,
}: {
  id?: string;
  typed: string;
  onTyped: (to: string) => void;
  onWrite: () => void;
  wrong: string | undefined;
  /** What such a line may say. */
  example: string;
  busy?: boolean;
}) {
  return (
    <form
      className={styles.jot}
      onSubmit={(event) => {
        event.preventDefault();
        onWrite();
      }}
    >
      <TextField
        label="Jot it down"
        {...(id === undefined ? {} : { id })}
        value={typed}
        onChange={(event) => onTyped(event.target.value)}
        error={wrong !== undefined}
        helperText={wrong}
        placeholder={example}
        fullWidth
        slotProps={{
          htmlInput: {
            autoComplete: 'off',
            autoCapitalize: 'off',
            spellCheck: false,
            maxLength: 120,
            enterKeyHint: 'done',
          },
          formHelperText: { 'aria-live': 'polite', sx: { fontSize: '0.95rem' } },
        }}
      />
      <Button type="submit" variant="outlined" disabled={busy || typed.trim() === ''} sx={{ minHeight: 56 }}>
        Write
      </Button>
    </form>
  );
}
