import { cos } from './trigonometry';
/**
 * The tolerances by which the engine decides, in metres unless said otherwise, each with the reason for its size; what a kernel needs for
 * its own arithmetic stands beside it. They hold for a scene of a metre and more: a smaller model is enlarged before (`Scene.scale`), one
 * of coordinates coarser than a weld is made smaller.
 *
 * The ladder, in micrometres: 0.1 on a plane; 1 the grid of the polygon kernel; 2 edge; 3 straight; 10 weld; 20 depth, snap, join and arc
 * fit, which all ask whether two things are one; 50 the same line; 100 a speck, a thin face; 1000 a gap that is closed. What is decided on one
 * step is never asked again on a lower one.
 */

/** Two corners of one part closer than this are one corner. Readers deliver single-precision shapes of some 10 m: noise of 1e-6. */
export const WELD = 1e-5;

/** Depths closer to the cutting plane than this count as lying in it: the noise of turned coordinates. */
export const ON_PLANE = 1e-7;

/** Occluders are widened by this in the picture, so that no line leaks along the diagonal between two triangles. Far below DEPTH. */
export const EDGE = 2e-6;

/** A line is hidden only when it lies this far behind a face, measured square to the face: lines in a face are not hidden by it. */
export const DEPTH = 2e-5;

/** Corners of cut outlines of neighbouring parts closer than this are made one, so that touching regions share their corners exactly. */
export const SNAP = 2e-5;

/** Grid of the polygon kernel: 1 µm; corners that go through it keep their places. At 1 km from the frame's origin coordinates stay below 2^30 grid steps. */
export const POLYGON_DECIMALS = 6;

/** A step of that grid, aslant, and a little more: what overlaps by less does not, a corner nearer to a side lies on it. */
export const GRID_STEP = 2e-6;

/** Lines closer than this along their whole common length are the same line: half of what anybody draws at 1:1. */
export const SAME_LINE = 5e-5;

/** Ends of lines closer than this are one point. Must exceed EDGE, by which clipped ends overshoot. */
export const JOIN = 2e-5;

/** A corner this near to the line between its neighbours is none: some grid steps of the polygon kernel. */
export const STRAIGHT = 3e-6;

/** Nothing shorter is drawn: 0.1 mm at true size is 1 µm on paper at 1:100. */
export const SPECK = 1e-4;

/** Cosine of the angle between face normals above which two faces are one plane without a doubt (3″): a round thing of 450,000 sides. */
export const FLAT_COS = 1 - 1e-10;

/** Cosine of the angle between face normals above which two faces are one plane (0.1°). */
export const COPLANAR_COS = 0.9999985;

/** Cosine of the angle between face normals above which the edge between them is a smooth one and not drawn (20°). */
export const SMOOTH_COS = cos((20 * Math.PI) / 180);

/**
 * A surface that turns away leads farther than this from its edge in the picture, on both sides: files of four digits behind the
 * point have flat faces with a tenth of a millimetre of noise.
 */
export const AWAY = 5e-4;

/** Cosine of the largest angle (40°) by which facets of something round and coarsely divided are seen to bend by accident. */
export const COARSE_COS = cos((40 * Math.PI) / 180);

/** An arc is recognised when the corners of a chain keep this distance from its circle or ellipse. */
export const ARC_FIT = 2e-5;

/** Largest step of a short chain that may be an arc: 16 sides. */
export const ARC_STEP = (22.6 * Math.PI) / 180;

/** Largest step of what is round at all: 12 sides. Above it, a polygon is meant: an octagonal column stays one. */
export const ROUND_STEP = (30.5 * Math.PI) / 180;

/** Steps as fine as this are those of something round at any size: 32 sides, as most programs divide a circle. */
export const FINE_STEP = (11.5 * Math.PI) / 180;

/** A coarser facet that is wider than this is one that somebody built: a pane, a panel; metres. */
export const ROUND_CHORD = 0.8;

/** One that lies farther than this from its circle is no circle's, metres: more than what is built is out of true. */
export const ROUND_RISE = 0.03;

/** A triangle lower than this is a sliver without a face of its own: the weld may have moved its corners by half of that. */
export const SILENT = 2 * WELD;

/** One lower than this has a face, but hardly a direction: what meets beyond it decides whether its edges are lines. Ten welds. */
export const THIN = 10 * WELD;

/** Ends of a cut outline closer than this are brought together, metres: gaps of shells that were meant to be closed. */
export const CLOSE = 1e-3;

/** Outlines that are farther apart than this have nothing to do with each other, metres: layers that meet may miss their face by as much. */
export const APART = 1e-3;

/** The picture falls back by more than this on one side of an outline, metres; less is an edge (a door leaf in its frame). Of small models less in proportion. */
export const JUMP = 0.01;

/** How far beside the line the depth is asked. */
export const ASIDE = 2e-4;

/** How far behind a covering face something must lie to be dropped unseen: far above DEPTH, also for a slanted face. */
export const BEHIND = 1e-3;

/*
 * Areas, square metres. What is smaller is none: a strip of the polygon kernel's grid as long as a hand is some 1e-7, a strip of it as long
 * as a front some 1e-5.
 */

/** A ring that a boolean of polygons leaves: less is a spike on the kernel's grid. */
export const RING_AREA = 1e-10;

/** What is seen of a face; less lies between corners that are one. */
export const SEEN_AREA = 1e-9;

/** A shadow; less is what the hair between the sun's picture and the sight's leaves along a side. */
export const SHADOW_AREA = 1e-6;

/** A face of earth; less is what is left between a ground line and what stands on it. */
export const EARTH_AREA = 1e-3;
