/** A figure of the table of defaults, in its unit, and how far a maker may change it. */
export interface Figure {
  unit: NumberUnit;
  value: number;
  min: number;
  max: number;
}
/** mm and mm-per are converted on screen; all others are shown as they are. */
type NumberUnit = 'mm' | 's' | 's/cm' | '/min' | '×' | '%' | 'pieces' | 'm' | 'h' | '/cm²' | 'stitches' | '/10 000' | 'g' | 'days' | 'an hour';

const row = (unit: NumberUnit, value: number, min: number, max: number): Figure => ({ unit, value, min, max });

/** Every default the plans use. Change one here (or in Workshop) and all plans follow; its words stand in words.ts. */
export const FIGURES = {
  'reading.trimJumps': row('pieces', 3, 2, 5),

  'stitch.fullSpeedTo': row('mm', 2.5, 1, 5),
  'stitch.factorAt7': row('×', 0.6, 0.2, 1),
  'stitch.factorAt12': row('×', 0.4, 0.1, 1),
  'stitch.jumpSpeed': row('×', 0.5, 0.1, 1),
  'stitch.startRamp': row('s', 1.5, 0, 10),
  'stitch.tie': row('s', 1, 0, 10),
  'stitch.speedHome': row('/min', 600, 200, 1000),
  'stitch.capHeldEdge': row('/min', 350, 100, 1000),
  'stitch.breakRate': row('/10 000', 0.15, 0, 5),
  'stitch.breakSeconds': row('s', 90, 10, 600),
  'stitch.needleHours': row('h', 8, 1, 100),

  'stop.trimHome': row('s', 6, 0, 30),
  'stop.trimMulti': row('s', 4, 0, 30),
  'stop.trimByHand': row('s', 10, 0, 60),
  'stop.colourHome': row('s', 60, 5, 300),
  'stop.colourMulti': row('s', 5, 0, 60),
  'stop.plain': row('s', 3, 0, 60),
  'stop.hoopOffHome': row('s', 25, 5, 180),
  'stop.hoopOffMulti': row('s', 40, 5, 180),
  'stop.trace': row('s', 20, 0, 120),

  'hand.lay': row('s', 30, 5, 300),
  'hand.tapeSide': row('s', 6, 0, 60),
  'hand.spray': row('s', 20, 0, 120),
  'hand.flipHoop': row('s', 10, 2, 60),
  'hand.trimClose': row('s/cm', 5, 1, 30),
  'hand.trimRough': row('s/cm', 2, 0.5, 20),
  'hand.clip': row('s', 2, 0.5, 20),
  'hand.fold': row('s', 20, 5, 120),
  'hand.slitZip': row('s', 45, 10, 180),
  'hand.openZip': row('s', 8, 2, 60),
  'hand.liftOut': row('s', 20, 2, 120),
  'hand.hoopUp': row('s', 90, 10, 600),
  'hand.hoopUpMagnetic': row('s', 35, 5, 600),
  'hand.unhoop': row('s', 20, 2, 120),
  'hand.snipBase': row('s', 20, 0, 120),
  'hand.snipEach': row('s', 4, 0.5, 30),
  'hand.turn': row('s', 120, 10, 900),
  'hand.press': row('s', 60, 5, 600),
  'hand.closeByHand': row('s', 180, 20, 1200),
  'hand.snap': row('s', 40, 5, 300),
  'hand.tearBase': row('s', 30, 0, 300),
  'hand.tearPerCm': row('s/cm', 1, 0, 20),
  'hand.popOut': row('s', 20, 2, 120),
  'hand.cutOut': row('s/cm', 4, 1, 30),
  'hand.check': row('s', 15, 2, 120),
  'hand.custom': row('s', 30, 1, 3600),
  'hand.learningFirst': row('×', 1.5, 1, 4),
  'hand.learningFall': row('%', 15, 0, 50),

  'hand.peel': row('s', 40, 10, 300),
  'hand.dissolve': row('s', 60, 5, 900),
  'stop.panel': row('s', 20, 2, 180),
  'stop.blade': row('s', 45, 5, 300),
  'stop.bobbinFresh': row('s', 60, 10, 300),
  'stop.bobbin': row('s', 75, 10, 300),
  'hand.glue': row('s', 15, 0, 120),
  'hand.pins': row('s', 20, 0, 180),
  'hand.peelPaper': row('s', 10, 0, 120),
  'hand.fuse': row('s', 40, 5, 300),
  'hand.topping': row('s', 20, 2, 180),
  'hand.eyelet': row('s', 45, 5, 300),
  'hand.fill': row('s', 120, 10, 3600),
  'hand.ribbon': row('s', 60, 5, 600),
  'hand.closeByMachine': row('s', 60, 10, 600),
  'hand.closeByTape': row('s', 60, 10, 600),
  'hand.adhesive': row('s', 60, 5, 600),
  'hand.attach': row('s', 120, 10, 1800),
  'hand.assemble': row('s', 120, 10, 1800),
  'hand.seams': row('s', 300, 10, 3600),
  'hand.seal': row('s', 40, 5, 600),

  'wait.seal': row('s', 1200, 0, 86400),
  'wait.cool': row('s', 300, 0, 7200),
  'wait.dryEdge': row('s', 10800, 0, 172800),
  'wait.dryLace': row('s', 36000, 0, 172800),

  'cut.marginTop': row('mm', 12, 0, 60),
  'cut.marginBack': row('mm', 20, 0, 80),
  'cut.seamOverlap': row('mm', 6, 0, 30),
  'cut.edgePast': row('mm', 3, 0, 15),
  'cut.turnGap': row('mm', 75, 30, 200),
  'cut.pressedFold': row('mm', 12.7, 0, 40),
  'cut.zipSpare': row('mm', 50, 10, 200),
  'cut.baseScrew': row('mm', 25, 5, 80),
  'cut.baseMagnetic': row('mm', 12, 5, 80),
  'cut.gridMm': row('mm', 5, 1, 20),
  'cut.gridInch': row('mm', 6.35, 1.5875, 25.4),

  'cut.rawEdge': row('mm', 3, 0, 15),
  'cut.seamAllowance': row('mm', 6, 2, 20),
  'cut.openingLip': row('mm', 12, 4, 40),
  'cut.trimClose': row('mm', 1.5, 0.3, 6),

  'cut.coverSpare': row('mm', 0.3, 0, 3),

  'cut.preCutOffset': row('mm', 0, -1, 3),
  'cut.ribbonLoop': row('mm', 60, 10, 1000),
  'cut.ribbonSeam': row('mm', 20, 0, 100),
  'cut.fillingPerDm2': row('g', 9, 0, 100),
  'cut.plies': row('pieces', 6, 1, 30),
  'cut.nestGap': row('mm', 2, 0, 50),
  'cut.usefulLeast': row('mm', 80, 10, 1000),
  'cut.longerForHoop': row('mm', 40, 0, 200),
  'cut.floatMargin': row('mm', 25, 5, 80),

  'hoop.inset': row('mm', 5, 0, 30),
  'hoop.insetMulti': row('mm', 8, 0, 30),
  'hoop.grip': row('mm', 40, 0, 120),

  'hoop.gapCut': row('mm', 15, 2, 100),
  'hoop.gapPop': row('mm', 6, 2, 100),

  'thread.topTake': row('×', 1.15, 0.8, 2),
  'thread.topThick': row('×', 1.5, 0, 4),
  'thread.bobbinTake': row('×', 0.4, 0.1, 2),
  'thread.bobbinThick': row('×', 1, 0, 4),
  'thread.tail': row('m', 0.1, 0, 1),
  'thread.bobbinHome': row('m', 60, 10, 400),
  'thread.bobbinMatched': row('m', 38, 5, 400),
  'thread.bobbinShop': row('m', 115, 10, 400),
  'thread.bobbinPrewound': row('m', 110, 10, 400),
  'thread.bobbinLarge': row('m', 200, 10, 600),
  'thread.bobbinKeep': row('%', 5, 0, 40),
  'thread.gramsPerKm': row('g', 25, 5, 200),
  'thread.metallicSpeed': row('/min', 500, 100, 1000),

  'check.openingLeast': row('mm', 40, 10, 200),
  'check.openingShare': row('×', 0.33, 0.05, 1),
  'check.denseBorder': row('/cm²', 100, 20, 1000),
  'check.stiff': row('/cm²', 320, 50, 2000),
  'check.floatStitches': row('stitches', 5000, 500, 100000),

  'run.backBreak': row('mm', 10, 1, 60),
  'run.backBobbin': row('mm', 20, 1, 100),
  'run.callSeconds': row('s', 15, 0, 300),
  'run.bobbinLow': row('%', 15, 0, 60),
  'run.backupDays': row('days', 14, 1, 365),

  'order.confidence': row('%', 90, 50, 99.9),
  'order.rejectRate': row('%', 3, 0, 60),
  'order.hoursADay': row('h', 6, 0.5, 24),
  'order.watch': row('s', 20, 0, 300),
  'order.leave': row('s', 60, 0, 1800),
  'order.ready': row('h', 2, 0, 72),
  'order.handSpread': row('%', 25, 0, 150),

  'price.machineRate': row('an hour', 4, 0, 1_000_000),
  'price.handRate': row('an hour', 18, 0, 1_000_000),
  'price.overhead': row('%', 15, 0, 100),
  'price.margin': row('%', 20, 0, 95),
  'price.setup': row('s', 900, 0, 86400),
  'price.shareSaved': row('%', 50, 0, 100),
} as const satisfies Record<string, Figure>;

/** A row of the table, by its key. */
export type NumberId = keyof typeof FIGURES;
