/** The module in base64. */
export function compiled(): string;
