/** The product's mark: a crack that turns into a seam. */
export function SeamMark() {
  return (
    <svg viewBox="0 0 32 20" width="36" height="22" aria-hidden>
      <path d="M1 9 L6 12 L9 6 L14 13" fill="none" stroke="var(--ink)" strokeWidth="1.8" />
      <path
        d="M14 13 C19 18 24 10 31 13"
        fill="none"
        stroke="var(--gold)"
        strokeWidth="3.2"
        strokeLinecap="round"
      />
    </svg>
  )
}
