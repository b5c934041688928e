/** The small wave of something that holds. */
export function Wave({ holds }: { holds: boolean }) {
  return holds ? (
    <svg className="wave-mark" viewBox="0 0 20 10" width="20" height="10" aria-hidden="true">
      <path
        d="M1 6c3-5 6-5 9 0s6 5 9 0"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        strokeLinecap="round"
      />
    </svg>
  ) : (
    <svg className="wave-mark broken" viewBox="0 0 20 10" width="20" height="10" aria-hidden="true">
      <path
        d="M1 6c2-4 4-4 6 0M13 4c2 4 4 4 6 0"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        strokeLinecap="round"
      />
    </svg>
  );
}

/** A drawn wave as wide as its place. */
export function WaveLine() {
  return (
    <svg className="wave-line" height="12" aria-hidden="true">
      <defs>
        <pattern id="tide" width="32" height="12" patternUnits="userSpaceOnUse">
          <path d="M0 6c5-6 11-6 16 0s11 6 16 0" fill="none" stroke="#22384F" strokeWidth="1.6" />
        </pattern>
      </defs>
      <rect width="100%" height="12" fill="url(#tide)" />
    </svg>
  );
}
