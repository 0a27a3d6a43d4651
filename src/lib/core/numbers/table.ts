/** One row of the table of defaults. `because` is one line of reason, shown where the number is asked about. */
export interface NumberDef {
  group: NumberGroup;
  label: string;
  unit: NumberUnit;
  value: number;
  min: number;
  max: number;
  because: string;
}
/** Heads of the table as it is shown. */
export type NumberGroup = 'Reading' | 'Stitch time' | 'At the stop' | 'Hand work' | 'Waiting' | 'Cut sizes' | 'Hoop' | 'Thread' | 'Check' | 'At the machine' | 'Order';
/** mm and mm-per are converted on screen; all others are shown as they are. */
type NumberUnit = 'mm' | 's' | 's/cm' | '/min' | '×' | '%' | 'pieces' | 'm' | 'h' | '/cm²' | 'stitches' | '/10 000' | 'g' | 'days';

const row = (group: NumberGroup, label: string, unit: NumberUnit, value: number, min: number, max: number, because: string): NumberDef => ({ group, label, unit, value, min, max, because });

/** Every default the plans use. Change one here (or in Workshop) and all plans follow. */
export const NUMBER_TABLE = {
  'reading.trimJumps': row('Reading', 'Jumps in a row that mean a trim', 'pieces', 3, 2, 5, 'Tapes hold no trim command; machines cut after this many jumps.'),

  'stitch.fullSpeedTo': row('Stitch time', 'Full speed up to a stitch of', 'mm', 2.5, 1, 5, 'Longer stitches need more arm travel, so the machine slows down.'),
  'stitch.factorAt7': row('Stitch time', 'Share of speed at 7 mm', '×', 0.6, 0.2, 1, 'Wide satin runs at about six tenths of the set speed.'),
  'stitch.factorAt12': row('Stitch time', 'Share of speed at 12 mm', '×', 0.4, 0.1, 1, 'The longest stitch a tape can hold runs at less than half speed.'),
  'stitch.jumpSpeed': row('Stitch time', 'Share of speed on jumps', '×', 0.5, 0.1, 1, 'A jump costs a machine cycle with a long move.'),
  'stitch.startRamp': row('Stitch time', 'Run-up at each start', 's', 1.5, 0, 10, 'The machine starts slowly.'),
  'stitch.tie': row('Stitch time', 'Tie-in and tie-off a block', 's', 1, 0, 10, 'A few tiny stitches at both ends.'),
  'stitch.speedHome': row('Stitch time', 'Set speed, one needle', '/min', 600, 200, 1000, 'Home machines are run at 400 to 850; 600 is kind to stacks.'),
  'stitch.capHeldEdge': row('Stitch time', 'Speed cap where the edge is held', '/min', 350, 100, 1000, 'A stylus must keep up with the needle.'),
  'stitch.breakRate': row('Stitch time', 'Thread breaks', '/10 000', 0.15, 0, 5, 'A share of breaks belongs in every honest estimate.'),
  'stitch.breakSeconds': row('Stitch time', 'Mending a thread break', 's', 90, 10, 600, 'Back some stitches, re-thread, go on.'),

  'stop.trimHome': row('At the stop', 'Automatic trim, one needle', 's', 6, 0, 30, 'Cut, move, start again.'),
  'stop.trimMulti': row('At the stop', 'Automatic trim, many needles', 's', 4, 0, 30, 'Shop heads trim faster.'),
  'stop.colourHome': row('At the stop', 'Change of thread by hand', 's', 60, 5, 300, 'Cut, lift out, thread anew.'),
  'stop.colourMulti': row('At the stop', 'Change of needle', 's', 5, 0, 60, 'The head moves over by itself.'),
  'stop.plain': row('At the stop', 'Plain stop', 's', 3, 0, 60, 'Look, press start.'),
  'stop.hoopOffHome': row('At the stop', 'Hoop off and on', 's', 25, 5, 180, 'Release, lift, bring back, lock.'),
  'stop.hoopOffMulti': row('At the stop', 'Hoop off and on, bracket', 's', 40, 5, 180, 'Two brackets to seat.'),
  'stop.trace': row('At the stop', 'Trace of the outline', 's', 20, 0, 120, 'Once a setup, so that the needle never meets the frame.'),

  'hand.lay': row('Hand work', 'Lay a flat piece', 's', 30, 5, 300, 'Take it, turn it right, smooth it down.'),
  'hand.tapeSide': row('Hand work', 'Tape one side', 's', 6, 0, 60, 'Tear a strip and press it on.'),
  'hand.spray': row('Hand work', 'Spray adhesive', 's', 20, 0, 120, 'Away from the machine and back.'),
  'hand.flipHoop': row('Hand work', 'Turn the hoop over', 's', 10, 2, 60, 'Lift, turn, look.'),
  'hand.trimClose': row('Hand work', 'Trim close', 's/cm', 5, 1, 30, 'A millimetre from the line with curved scissors.'),
  'hand.trimRough': row('Hand work', 'Trim roughly', 's/cm', 2, 0.5, 20, 'A finger away from the line.'),
  'hand.clip': row('Hand work', 'Clip a curve or corner', 's', 2, 0.5, 20, 'One snip each.'),
  'hand.fold': row('Hand work', 'Fold over and finger-press', 's', 20, 5, 120, 'Fold, run the nail or a mini iron along it.'),
  'hand.slitZip': row('Hand work', 'Slit the zip window', 's', 45, 10, 180, 'A cut along the middle and into the ends, from the back.'),
  'hand.openZip': row('Hand work', 'Open the zip', 's', 8, 2, 60, 'Draw it three quarters open and check.'),
  'hand.hoopUp': row('Hand work', 'Hoop up', 's', 90, 10, 600, 'Lay, tighten, pull even, tighten.'),
  'hand.hoopUpMagnetic': row('Hand work', 'Hoop up, magnetic', 's', 35, 5, 600, 'Lay and let the frame close.'),
  'hand.unhoop': row('Hand work', 'Unhoop', 's', 20, 2, 120, 'Loosen and lift out.'),
  'hand.snipBase': row('Hand work', 'Look for jump threads', 's', 20, 0, 120, 'Front, turn, back.'),
  'hand.snipEach': row('Hand work', 'Snip one jump thread', 's', 4, 0.5, 30, 'One snip each.'),
  'hand.turn': row('Hand work', 'Turn right side out', 's', 120, 10, 900, 'Corners first, blunt tool.'),
  'hand.press': row('Hand work', 'Press', 's', 60, 5, 600, 'Both sides, with a cloth.'),
  'hand.closeByHand': row('Hand work', 'Close an opening by hand', 's', 180, 20, 1200, 'Ladder stitch.'),
  'hand.snap': row('Hand work', 'Set a snap', 's', 40, 5, 300, 'Hole, cap, socket or stud, press.'),
  'hand.tearBase': row('Hand work', 'Tear away the base', 's', 30, 0, 300, 'Start, support the stitches.'),
  'hand.tearPerCm': row('Hand work', 'Tear away along the edge', 's/cm', 1, 0, 20, 'Slowly along the line.'),
  'hand.popOut': row('Hand work', 'Pop out of the film', 's', 20, 2, 120, 'Press along the border until it lets go.'),
  'hand.cutOut': row('Hand work', 'Cut out', 's/cm', 4, 1, 30, 'Long smooth cuts.'),
  'hand.check': row('Hand work', 'Look it over', 's', 15, 2, 120, 'Front, back, edges, corners.'),
  'hand.custom': row('Hand work', 'A step of your own', 's', 30, 1, 3600, 'Used until you give it a time.'),
  'hand.learningFirst': row('Hand work', 'The first item takes', '×', 1.5, 1, 4, 'Nobody is fast the first time.'),
  'hand.learningFall': row('Hand work', 'Less with each doubling', '%', 15, 0, 50, 'Hands learn until the normal time is reached.'),

  'hand.peel': row('Hand work', 'Score and peel a sticky base', 's', 40, 10, 300, 'A light score and a slow pull.'),
  'hand.dissolve': row('Hand work', 'Dissolve a base', 's', 60, 5, 900, 'Only the time you stand by it.'),
  'stop.panel': row('At the stop', 'Find a place on the machine', 's', 20, 2, 180, 'Leave a design, load one, step to a stop or a stitch.'),
  'stop.bobbinFresh': row('At the stop', 'Fresh bobbin', 's', 60, 10, 300, 'Open, swap, draw the thread up.'),
  'stop.bobbin': row('At the stop', 'Matching bobbin', 's', 75, 10, 300, 'Hoop off, swap, hoop on.'),
  'hand.glue': row('Hand work', 'Glue stick', 's', 15, 0, 120, 'A dab along the edge.'),
  'hand.pins': row('Hand work', 'Pin a piece', 's', 20, 0, 180, 'Outside the stitch path, and out again.'),
  'hand.peelPaper': row('Hand work', 'Peel a fusible', 's', 10, 0, 120, 'Score the paper, pull it off.'),
  'hand.fuse': row('Hand work', 'Fuse or press in the hoop', 's', 40, 5, 300, 'A small iron, kept moving.'),
  'hand.topping': row('Hand work', 'Topping on or off', 's', 20, 2, 180, 'Lay it and tape it, or tear it away.'),
  'hand.eyelet': row('Hand work', 'Set an eyelet', 's', 45, 5, 300, 'Hole, ring, press.'),
  'hand.ribbon': row('Hand work', 'Put in a ribbon', 's', 60, 5, 600, 'Thread it through and knot or sew it.'),
  'hand.closeByMachine': row('Hand work', 'Close an opening by machine', 's', 60, 10, 600, 'Fold, topstitch.'),
  'hand.closeByTape': row('Hand work', 'Close an opening with tape', 's', 60, 10, 600, 'Slip the tape in, press.'),
  'hand.adhesive': row('Hand work', 'Put adhesive on the back', 's', 60, 5, 600, 'Press it on, let it cool, cut to shape with the patch.'),
  'hand.attach': row('Hand work', 'Fix a patch in place', 's', 120, 10, 1800, 'Place, sew round or press.'),
  'hand.assemble': row('Hand work', 'Join two panels', 's', 120, 10, 1800, 'Through the eyelets or over the edges.'),
  'hand.seams': row('Hand work', 'Sew the seams', 's', 300, 10, 3600, 'Right sides together, round the piece.'),
  'hand.seal': row('Hand work', 'Seal a raw edge', 's', 40, 5, 600, 'A thin line all the way round.'),

  'wait.seal': row('Waiting', 'Fray sealer dries', 's', 1200, 0, 86400, 'Twenty minutes before it is cut.'),
  'wait.cool': row('Waiting', 'Pressed work cools', 's', 300, 0, 7200, 'The bond sets as it cools.'),
  'wait.dryEdge': row('Waiting', 'Edge dries', 's', 10800, 0, 172800, 'A dipped edge is dry in about three hours.'),
  'wait.dryLace': row('Waiting', 'Lace dries', 's', 36000, 0, 172800, 'Overnight, flat.'),

  'cut.marginTop': row('Cut sizes', 'Margin, piece on the front', 'mm', 12, 0, 60, 'Seen while it is laid, so little is needed.'),
  'cut.marginBack': row('Cut sizes', 'Margin, piece on the back', 'mm', 20, 0, 80, 'Laid unseen, and it creeps.'),
  'cut.seamOverlap': row('Cut sizes', 'Past the seam, flip and fold', 'mm', 6, 0, 30, 'The seam must bite with something to spare.'),
  'cut.edgePast': row('Cut sizes', 'First edge past the seam line', 'mm', 3, 0, 15, 'The seam bites even when a hand is not quite straight.'),
  'cut.turnGap': row('Cut sizes', 'Gap to turn and fill a cushion', 'mm', 75, 30, 200, 'The whole cushion goes through it.'),
  'cut.pressedFold': row('Cut sizes', 'Pressed fold', 'mm', 12.7, 0, 40, 'A fold that holds while it is sewn.'),
  'cut.zipSpare': row('Cut sizes', 'Zip longer than its window', 'mm', 50, 10, 200, 'Both ends must stay well away from the needle.'),
  'cut.baseScrew': row('Cut sizes', 'Base past the hoop, screw hoop', 'mm', 25, 5, 80, 'The hoop must grip on every side.'),
  'cut.baseMagnetic': row('Cut sizes', 'Base past the hoop, magnetic', 'mm', 12, 5, 80, 'Magnets grip less deep.'),
  'cut.gridMm': row('Cut sizes', 'Cutting grid, metric', 'mm', 5, 1, 20, 'Rulers are read in fives; always rounded up.'),
  'cut.gridInch': row('Cut sizes', 'Cutting grid, inch', 'mm', 6.35, 1.5875, 25.4, 'A quarter inch; always rounded up.'),

  'cut.rawEdge': row('Cut sizes', 'Raw edge left outside the last line', 'mm', 3, 0, 15, 'A felt tab is cut this far outside, so that no stitch is nicked.'),
  'cut.seamAllowance': row('Cut sizes', 'Seam allowance after trimming', 'mm', 6, 2, 20, 'Wide enough to hold, narrow enough to turn.'),
  'cut.openingLip': row('Cut sizes', 'Seam allowance at the opening', 'mm', 12, 4, 40, 'The lip folds in by itself when the opening is closed.'),
  'cut.trimClose': row('Cut sizes', 'Left outside a tack-down', 'mm', 1.5, 0.3, 6, 'More shows beyond the cover; less pulls out of the tack-down.'),

  'cut.coverSpare': row('Cut sizes', 'Cover past the raw edge', 'mm', 0.3, 0, 3, 'Less than this and the raw edge shows after a wash.'),

  'cut.preCutOffset': row('Cut sizes', 'Pre-cut shape past its line', 'mm', 0, -1, 3, 'Nothing on the line; half a millimetre forgives a hand that is not quite still.'),
  'cut.ribbonLoop': row('Cut sizes', 'Ribbon loop, as it hangs', 'mm', 60, 10, 1000, 'Cut twice as long, and the seam.'),
  'cut.ribbonSeam': row('Cut sizes', 'Ribbon sewn in', 'mm', 20, 0, 100, 'Both ends reach past the stitches.'),
  'cut.fillingPerDm2': row('Cut sizes', 'Filling for a dm²', 'g', 9, 0, 100, 'Well filled; less for a flat cushion.'),
  'cut.plies': row('Cut sizes', 'Thickness that is cut at once', 'pieces', 6, 1, 30, 'Counted in layers of cotton: felt and vinyl are 2, batting 3, stabiliser a half.'),
  'cut.nestGap': row('Cut sizes', 'Between pieces nested freely', 'mm', 2, 0, 50, 'The blade needs a little between two shapes; straight cuts need none.'),
  'cut.usefulLeast': row('Cut sizes', 'Smallest offcut worth keeping', 'mm', 80, 10, 1000, 'On its short side, where no piece or hoop of yours asks for less.'),
  'cut.longerForHoop': row('Cut sizes', 'Longer cut so that the rest serves a hoop', 'mm', 40, 0, 200, 'A little more off the roll can save a whole piece later.'),
  'cut.floatMargin': row('Cut sizes', 'Floated layer past its stitches', 'mm', 25, 5, 80, 'It is held by nothing but the stitches.'),

  'hoop.inset': row('Hoop', 'Keep off the frame, one needle', 'mm', 5, 0, 30, 'Room for the presser foot.'),
  'hoop.insetMulti': row('Hoop', 'Keep off the frame, many needles', 'mm', 8, 0, 30, 'The trace follows needle 1; the others sit beside it.'),
  'hoop.grip': row('Hoop', 'Outer size past the field, in all', 'mm', 40, 0, 120, 'Ring and bracket around the stitch field.'),

  'hoop.gapCut': row('Hoop', 'Between repeats cut apart', 'mm', 15, 2, 100, 'Room for scissors.'),
  'hoop.gapPop': row('Hoop', 'Between repeats popped out', 'mm', 6, 2, 100, 'Film only has to hold until the last stitch.'),

  'thread.topTake': row('Thread', 'Top thread for its stitch', '×', 1.15, 0.8, 2, 'A stitch is not quite taut.'),
  'thread.topThick': row('Thread', 'Top thread for the thickness', '×', 1.5, 0, 4, 'Down and up again through the stack.'),
  'thread.bobbinTake': row('Thread', 'Bobbin thread for its stitch', '×', 0.4, 0.1, 2, 'Below, only the middle of a satin shows.'),
  'thread.bobbinThick': row('Thread', 'Bobbin thread for the thickness', '×', 1, 0, 4, 'It is drawn up into the stack.'),
  'thread.tail': row('Thread', 'Tails at each start', 'm', 0.1, 0, 1, 'What is held, and cut off.'),
  'thread.bobbinHome': row('Thread', 'On a bobbin, one needle', 'm', 60, 10, 400, 'Wound by yourself with fine bobbin thread.'),
  'thread.bobbinMatched': row('Thread', 'On a bobbin of top thread', 'm', 38, 5, 400, 'Top thread is thicker, so less goes on.'),
  'thread.bobbinShop': row('Thread', 'On a bobbin, many needles', 'm', 115, 10, 400, 'Shop heads take a larger bobbin.'),
  'thread.bobbinKeep': row('Thread', 'Kept back on the bobbin', '%', 5, 0, 40, 'The last turns slip.'),
  'thread.gramsPerKm': row('Thread', 'Weight of 1,000 m of top thread', 'g', 25, 5, 200, 'Forty weight: 40 m weigh one gram.'),
  'thread.metallicSpeed': row('Thread', 'Speed cap, metallic', '/min', 500, 100, 1000, 'It frays and snaps when it is pulled fast.'),

  'check.openingLeast': row('Check', 'Smallest opening to turn through', 'mm', 40, 10, 200, 'Three fingers must go in.'),
  'check.openingShare': row('Check', 'Opening, share of the short side', '×', 0.33, 0.05, 1, 'Less and the work creases as it is drawn through.'),
  'check.denseBorder': row('Check', 'Dense border, stitches a cm²', '/cm²', 100, 20, 1000, 'So many holes perforate one layer of tear-away.'),
  'check.stiff': row('Check', 'Stiff or cutting, stitches a cm²', '/cm²', 320, 50, 2000, 'The needle comes down where it came down before.'),
  'check.floatStitches': row('Check', 'Motif that wants a floated layer', 'stitches', 5000, 500, 100000, 'More pulls the ground together.'),

  'run.backBreak': row('At the machine', 'Overlap after a thread break', 'mm', 10, 1, 60, 'Old and new thread must hold each other.'),
  'run.backBobbin': row('At the machine', 'Overlap after an empty bobbin', 'mm', 20, 1, 100, 'The last stitches before it was noticed have nothing below.'),
  'run.callSeconds': row('At the machine', 'Called back before the next stop', 's', 15, 0, 300, 'Long enough to walk back and dry your hands.'),
  'run.bobbinLow': row('At the machine', 'Bobbin is low below', '%', 15, 0, 60, 'Time to wind the next one.'),
  'run.backupDays': row('At the machine', 'Remind of a backup after', 'days', 14, 1, 365, 'What is in one browser only is soon lost.'),

  'order.confidence': row('Order', 'How sure the order must be met', '%', 90, 50, 99.9, 'Spoiled items are replaced before you run short.'),
  'order.rejectRate': row('Order', 'Items spoiled', '%', 3, 0, 60, 'A few seconds go wrong in every order.'),
  'order.hoursADay': row('Order', 'Hours at work a day', 'h', 6, 0.5, 24, 'What is left of a day beside everything else.'),
  'order.watch': row('Order', 'Stay by the needle after each start', 's', 20, 0, 300, 'Snip the tail and see that it runs.'),
} as const satisfies Record<string, NumberDef>;

/** A row of the table, by its key. */
export type NumberId = keyof typeof NUMBER_TABLE;
