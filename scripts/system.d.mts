import type { ChildProcess } from 'node:child_process';

export function startServer(env: Record<string, string>): Promise<{ child: ChildProcess; address: string }>;
export function browserProgram(): string;
