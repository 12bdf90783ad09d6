import { color } from './tokens';

const WORDS = { stop: 'stop', look: 'look again' } as const;

/** Three red strokes for stop, two ochre ones for look; nothing for fine. A shape first, a colour second. */
export function Mark({ severity, size = 14 }: { severity: 'stop' | 'look'; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 14 14" role="img" aria-label={WORDS[severity]}>
      {severity === 'stop' ? (
        <path d="M1 9 8 2M3.5 12.5 12 4M8 13l5-5" stroke={color.act} strokeWidth="2.2" fill="none" />
      ) : (
        <path d="M5 2v10M9.5 2v10" stroke={color.sun} strokeWidth="2.2" fill="none" />
      )}
    </svg>
  );
}
