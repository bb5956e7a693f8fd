declare module '*.woff2?url' {
  const href: string;
  export default href;
}
declare module '*.wasm?url' {
  const href: string;
  export default href;
}
declare module '*.ifc?url' {
  const href: string;
  export default href;
}
