'use client';

import Button from '@mui/material/Button';

/** The house did not answer: what was marked is still on the device. */
export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <div role="alert" style={{ display: 'grid', gap: 14, maxWidth: 620 }}>
      <h1>The house does not answer just now.</h1>
      <p>
        Its database may be restarting. What you marked is kept on this device and will be sent, once, when it
        is back.
      </p>
      <Button variant="contained" onClick={reset} sx={{ justifySelf: 'start' }}>
        Try again
      </Button>
    </div>
  );
}
