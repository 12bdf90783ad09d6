export class Cluster {
  constructor(directory: string);
  start(): Promise<string>;
  stop(mode?: string): Promise<void>;
  kill(): Promise<void>;
  remove(): void;
}
