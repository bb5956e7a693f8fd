/** A small IFC file for tests: a project with its unit, one storey, and what `body` adds from #100 on (elements go into #20). */
export interface IfcTextOptions {
  readonly schema?: 'IFC2X3' | 'IFC4' | 'IFC4X3';
  /** Records #5 for the unit of length; null leaves the unit assignment empty. */
  readonly unit?: string | null;
  readonly contained?: readonly number[];
}

const HEAD = (schema: string) => `ISO-10303-21;
HEADER;
FILE_DESCRIPTION(('ViewDefinition [CoordinationView]'),'2;1');
FILE_NAME('test.ifc','2026-01-01T00:00:00',(''),(''),'','','');
FILE_SCHEMA(('${schema}'));
ENDSEC;
DATA;
`;

export const MILLIMETRE = 'IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.)';
export const FOOT =
  "IFCCONVERSIONBASEDUNIT(#6,.LENGTHUNIT.,'FOOT',#7);\n#6=IFCDIMENSIONALEXPONENTS(1,0,0,0,0,0,0);\n#7=IFCMEASUREWITHUNIT(IFCLENGTHMEASURE(0.3048),#8);\n#8=IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.)";

export function ifcText(body: string, { schema = 'IFC4', unit = MILLIMETRE, contained = [100] }: IfcTextOptions = {}): string {
  return `${HEAD(schema)}#1=IFCPROJECT('0000000000000000000001',#2,'Test',$,$,$,$,(#10),#4);
#2=IFCOWNERHISTORY(#3,#9,$,.ADDED.,$,$,$,0);
#3=IFCPERSONANDORGANIZATION(#12,#13,$);
#9=IFCAPPLICATION(#13,'1','test','test');
#12=IFCPERSON($,'Test',$,$,$,$,$,$);
#13=IFCORGANIZATION($,'Test',$,$,$);
#4=IFCUNITASSIGNMENT((${unit === null ? '' : '#5'}));
${unit === null ? '' : `#5=${unit};\n`}#10=IFCGEOMETRICREPRESENTATIONCONTEXT($,'Model',3,1.E-5,#11,#16);
#11=IFCAXIS2PLACEMENT3D(#14,$,$);
#14=IFCCARTESIANPOINT((0.,0.,0.));
#15=IFCLOCALPLACEMENT($,#11);
#16=IFCDIRECTION((0.6,0.8));
#18=IFCBUILDING('0000000000000000000018',#2,'House',$,$,#15,$,$,.ELEMENT.,$,$,$);
#20=IFCBUILDINGSTOREY('0000000000000000000020',#2,'Ground',$,$,#15,$,$,.ELEMENT.,0.);
#21=IFCRELAGGREGATES('0000000000000000000021',#2,$,$,#1,(#18));
#22=IFCRELAGGREGATES('0000000000000000000022',#2,$,$,#18,(#20));
#23=IFCRELCONTAINEDINSPATIALSTRUCTURE('0000000000000000000023',#2,$,$,(${contained.map((id) => `#${id}`).join(',')}),#20);
${body}ENDSEC;
END-ISO-10303-21;
`;
}

/** An upright block from (0, 0) to (dx, dy), dz high, as records from `at` on: its shape is record at + 1. */
export function block(at: number, dx: number, dy: number, dz: number, x = 0, y = 0, z = 0): string {
  const r = (n: number) => (Number.isInteger(n) ? `${n}.` : String(n));
  return `#${at + 1}=IFCPRODUCTDEFINITIONSHAPE($,$,(#${at + 2}));
#${at + 2}=IFCSHAPEREPRESENTATION(#10,'Body','SweptSolid',(#${at + 3}));
#${at + 3}=IFCEXTRUDEDAREASOLID(#${at + 4},#${at + 6},#${at + 8},${r(dz)});
#${at + 4}=IFCARBITRARYCLOSEDPROFILEDEF(.AREA.,$,#${at + 5});
#${at + 5}=IFCPOLYLINE((#${at + 10},#${at + 11},#${at + 12},#${at + 13},#${at + 10}));
#${at + 6}=IFCAXIS2PLACEMENT3D(#${at + 7},$,$);
#${at + 7}=IFCCARTESIANPOINT((${r(x)},${r(y)},${r(z)}));
#${at + 8}=IFCDIRECTION((0.,0.,1.));
#${at + 10}=IFCCARTESIANPOINT((0.,0.));
#${at + 11}=IFCCARTESIANPOINT((${r(dx)},0.));
#${at + 12}=IFCCARTESIANPOINT((${r(dx)},${r(dy)}));
#${at + 13}=IFCCARTESIANPOINT((0.,${r(dy)}));
`;
}
