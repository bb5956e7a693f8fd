export const openLibrary: any = null;
