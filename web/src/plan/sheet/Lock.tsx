/** A small padlock: the money beside it stays as it is. */
export function Lock() {
  return (
    <svg className="lock" role="img" aria-label="locked" viewBox="0 0 10 12" width="9" height="11">
      <path d="M2.5 5V3.6a2.5 2.5 0 0 1 5 0V5" fill="none" stroke="currentColor" strokeWidth="1.4" />
      <rect x="1" y="5" width="8" height="6.2" rx="1.2" fill="currentColor" />
    </svg>
  );
}
