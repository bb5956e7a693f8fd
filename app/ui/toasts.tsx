import { Toaster } from 'sonner';

/** Where what was done is told for a moment. */
export const Toasts = () => (
  <Toaster
    position="bottom-left"
    toastOptions={{
      style: {
        borderRadius: 2,
        background: 'var(--color-sheet)',
        color: 'var(--color-ink)',
        border: '1px solid var(--color-ink)',
        boxShadow: 'none',
        fontFamily: 'var(--font-text)',
        fontSize: 12.5,
      },
    }}
  />
);
