export const readIfc: any = null;
