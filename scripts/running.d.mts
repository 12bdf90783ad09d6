export function lives(pid: unknown): boolean;
export function readState(file: string): Record<string, unknown> | null;
export function holdStart(directory: string): { letGo: (() => void) | null; heldBy: number | null };
export function runningApp(directory: string): { address: string; pid: number } | null;
export function noteRunning(directory: string, state: { address: string; pid: number }): void;
export function noteStopped(directory: string): void;
