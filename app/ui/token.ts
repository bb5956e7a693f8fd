/** A colour of the interface by its name in app.css, as those need it that know no style sheet: a chart, a canvas. */
export const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(`--color-${name}`).trim();
