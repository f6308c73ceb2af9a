export function chainFile(): string;
