/** What of the package is used: a reader of DXF that draws its lines as SVG. It brings no types of its own. */
declare module 'dxf' {
  export class Helper {
    constructor(text: string);
    toSVG(): string;
  }
}
