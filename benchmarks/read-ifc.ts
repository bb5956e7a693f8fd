export async function measureIfc() {}
