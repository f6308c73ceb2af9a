export function makePrograms(scripts: readonly string[]): Promise<void>;
export function madeProgram(script: string): string[];
export function programInTest(script: string): string[];
