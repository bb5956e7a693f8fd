import other from 'pdfjs-dist/standard_fonts/LiberationSans-Regular.ttf?url';
import first from '../../lettering/national-park-latin-400.ttf?url';

/** Where the fonts of drawings are, in the order of `LETTERING`. */
export const LETTERING_URLS = [first, other];
