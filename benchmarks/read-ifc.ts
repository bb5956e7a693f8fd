export async function measureIfc(){}
