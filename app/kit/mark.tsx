/** The product's mark: two crossed strips of a lattice. */
export function Mark() {
  return (
    <svg
      viewBox="0 0 24 24"
      width="22"
      height="22"
      aria-hidden="true"
      fill="none"
      stroke="#7fd0bf"
      strokeWidth="1.7"
    >
      <path d="M4 9.3 9.3 4 20 14.7 14.7 20 4 9.3Z" />
      <path d="M20 9.3 14.7 4 4 14.7 9.3 20 20 9.3Z" />
    </svg>
  );
}
