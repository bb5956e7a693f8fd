export const inspectCommand: any = null;
