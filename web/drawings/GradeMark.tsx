import { GRADE_WORDS, type Grade } from '../../core/clearance/grade';

/** Word, shape and colour, in that order: a ring, a ring with a nick, a ring cut through, a barred disc. */
export function GradeMark({
  grade,
  size = 18,
  word = true,
}: {
  grade: Grade;
  size?: number;
  word?: boolean;
}) {
  return (
    <span className="inline-flex items-baseline gap-1.5 whitespace-nowrap" data-grade={grade}>
      <svg
        width={size}
        height={size}
        className="self-center"
        viewBox="0 0 20 20"
        role="img"
        aria-label={word ? undefined : GRADE_WORDS[grade]}
        aria-hidden={word}
      >
        {grade === 'free' && (
          <circle cx="10" cy="10" r="7.2" fill="none" stroke="currentColor" strokeWidth="2.6" />
        )}
        {grade === 'close' && (
          <path d="M13.2 3.55 A7.2 7.2 0 1 0 16.45 6.8" fill="none" stroke="currentColor" strokeWidth="2.6" />
        )}
        {grade === 'trim' && (
          <>
            <path
              d="M5.2 15.4 A7.2 7.2 0 0 1 10 2.8 M14.8 4.6 A7.2 7.2 0 0 1 10 17.2"
              fill="none"
              stroke="currentColor"
              strokeWidth="2.6"
            />
            <path d="M2 18 L18 2" stroke="var(--signal)" strokeWidth="2.4" />
          </>
        )}
        {grade === 'blocked' && (
          <>
            <circle cx="10" cy="10" r="8.6" fill="var(--signal)" />
            <path d="M4.6 10 H15.4" stroke="var(--on-signal)" strokeWidth="3.2" />
          </>
        )}
      </svg>
      {word && <span>{GRADE_WORDS[grade]}</span>}
    </span>
  );
}
