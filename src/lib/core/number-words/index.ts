import { FIGURES, type Figure, type NumberId } from '../numbers';

/** Heads of the table as it is shown. */
export type NumberGroup = 'Reading' | 'Stitch time' | 'At the stop' | 'Hand work' | 'Waiting' | 'Cut sizes' | 'Hoop' | 'Thread' | 'Check' | 'At the machine' | 'Order' | 'Price';

interface Words {
  group: NumberGroup;
  label: string;
  /** one line of reason, shown where the number is asked about */
  because: string;
}
/** One row of the table of defaults, with its words. */
export interface NumberDef extends Figure, Words {}

const row = (group: NumberGroup, label: string, because: string): Words => ({ group, label, because });

/** Apart from the figures, which every plan needs: words come with the screens that show them. */
const WORDS: Readonly<Record<NumberId, Words>> = {
  'reading.trimJumps': row('Reading', 'Jumps in a row that mean a trim', 'Tapes hold no trim command; machines cut after this many jumps.'),

  'stitch.fullSpeedTo': row('Stitch time', 'Full speed up to a stitch of', 'Longer stitches need more arm travel, so the machine slows down.'),
  'stitch.factorAt7': row('Stitch time', 'Share of speed at 7 mm', 'Wide satin runs at about six tenths of the set speed.'),
  'stitch.factorAt12': row('Stitch time', 'Share of speed at 12 mm', 'The longest stitch a tape can hold runs at less than half speed.'),
  'stitch.jumpSpeed': row('Stitch time', 'Share of speed on jumps', 'A jump costs a machine cycle with a long move.'),
  'stitch.startRamp': row('Stitch time', 'Run-up at each start', 'The machine starts slowly.'),
  'stitch.tie': row('Stitch time', 'Tie-in and tie-off a block', 'A few tiny stitches at both ends.'),
  'stitch.speedHome': row('Stitch time', 'Set speed, one needle', 'Home machines are run at 400 to 850; 600 is kind to stacks.'),
  'stitch.capHeldEdge': row('Stitch time', 'Speed cap where the edge is held', 'A stylus must keep up with the needle.'),
  'stitch.breakRate': row('Stitch time', 'Thread breaks', 'A share of breaks belongs in every honest estimate.'),
  'stitch.breakSeconds': row('Stitch time', 'Mending a thread break', 'Back some stitches, re-thread, go on.'),
  'stitch.needleHours': row('Stitch time', 'A needle is sewn with for', 'A blunt one frays thread and punches cloth.'),

  'stop.trimHome': row('At the stop', 'Automatic trim, one needle', 'Cut, move, start again.'),
  'stop.trimMulti': row('At the stop', 'Automatic trim, many needles', 'Shop heads trim faster.'),
  'stop.trimByHand': row('At the stop', 'Trim by hand', 'Stop, snip, start again.'),
  'stop.colourHome': row('At the stop', 'Change of thread by hand', 'Cut, lift out, thread anew.'),
  'stop.colourMulti': row('At the stop', 'Change of needle', 'The head moves over by itself.'),
  'stop.plain': row('At the stop', 'Plain stop', 'Look, press start.'),
  'stop.hoopOffHome': row('At the stop', 'Hoop off and on', 'Release, lift, bring back, lock.'),
  'stop.hoopOffMulti': row('At the stop', 'Hoop off and on, bracket', 'Two brackets to seat.'),
  'stop.trace': row('At the stop', 'Trace of the outline', 'Once a setup, so that the needle never meets the frame.'),

  'hand.lay': row('Hand work', 'Lay a flat piece', 'Take it, turn it right, smooth it down.'),
  'hand.tapeSide': row('Hand work', 'Tape one side', 'Tear a strip and press it on.'),
  'hand.spray': row('Hand work', 'Spray adhesive', 'Away from the machine and back.'),
  'hand.flipHoop': row('Hand work', 'Turn the hoop over', 'Lift, turn, look.'),
  'hand.trimClose': row('Hand work', 'Trim close', 'A millimetre from the line with curved scissors.'),
  'hand.trimRough': row('Hand work', 'Trim roughly', 'A finger away from the line.'),
  'hand.clip': row('Hand work', 'Clip a curve or corner', 'One snip each.'),
  'hand.fold': row('Hand work', 'Fold over and finger-press', 'Fold, run the nail or a mini iron along it.'),
  'hand.slitZip': row('Hand work', 'Slit the zip window', 'A cut along the middle and into the ends, from the back.'),
  'hand.openZip': row('Hand work', 'Open the zip', 'Draw it three quarters open and check.'),
  'hand.liftOut': row('Hand work', 'Lift out a cut window', 'Draw it out, and snip the threads that still hold.'),
  'hand.hoopUp': row('Hand work', 'Hoop up', 'Lay, tighten, pull even, tighten.'),
  'hand.hoopUpMagnetic': row('Hand work', 'Hoop up, magnetic', 'Lay and let the frame close.'),
  'hand.unhoop': row('Hand work', 'Unhoop', 'Loosen and lift out.'),
  'hand.snipBase': row('Hand work', 'Look for jump threads', 'Front, turn, back.'),
  'hand.snipEach': row('Hand work', 'Snip one jump thread', 'One snip each.'),
  'hand.turn': row('Hand work', 'Turn right side out', 'Corners first, blunt tool.'),
  'hand.press': row('Hand work', 'Press', 'Both sides, with a cloth.'),
  'hand.closeByHand': row('Hand work', 'Close an opening by hand', 'Ladder stitch.'),
  'hand.snap': row('Hand work', 'Set a snap', 'Hole, cap, socket or stud, press.'),
  'hand.tearBase': row('Hand work', 'Tear away the base', 'Start, support the stitches.'),
  'hand.tearPerCm': row('Hand work', 'Tear away along the edge', 'Slowly along the line.'),
  'hand.popOut': row('Hand work', 'Pop out of the film', 'Press along the border until it lets go.'),
  'hand.cutOut': row('Hand work', 'Cut out', 'Long smooth cuts.'),
  'hand.check': row('Hand work', 'Look it over', 'Front, back, edges, corners.'),
  'hand.custom': row('Hand work', 'A step of your own', 'Used until you give it a time.'),
  'hand.learningFirst': row('Hand work', 'The first item takes', 'Nobody is fast the first time.'),
  'hand.learningFall': row('Hand work', 'Less with each doubling', 'Hands learn until the normal time is reached.'),

  'hand.peel': row('Hand work', 'Score and peel a sticky base', 'A light score and a slow pull.'),
  'hand.dissolve': row('Hand work', 'Dissolve a base', 'Only the time you stand by it.'),
  'stop.panel': row('At the stop', 'Find a place on the machine', 'Leave a design, load one, step to a stop or a stitch.'),
  'stop.blade': row('At the stop', 'Change of a cutting needle', 'Machine off, thread out, screw, the next blade in, screw.'),
  'stop.bobbinFresh': row('At the stop', 'Fresh bobbin', 'Open, swap, draw the thread up.'),
  'stop.bobbin': row('At the stop', 'Matching bobbin', 'Hoop off, swap, hoop on.'),
  'hand.glue': row('Hand work', 'Glue stick', 'A dab along the edge.'),
  'hand.pins': row('Hand work', 'Pin a piece', 'Outside the stitch path, and out again.'),
  'hand.peelPaper': row('Hand work', 'Peel a fusible', 'Score the paper, pull it off.'),
  'hand.fuse': row('Hand work', 'Fuse or press in the hoop', 'A small iron, kept moving.'),
  'hand.topping': row('Hand work', 'Topping on or off', 'Lay it and tape it, or tear it away.'),
  'hand.eyelet': row('Hand work', 'Set an eyelet', 'Hole, ring, press.'),
  'hand.fill': row('Hand work', 'Fill a cushion', 'In small handfuls, the corners first.'),
  'hand.ribbon': row('Hand work', 'Put in a ribbon', 'Thread it through and knot or sew it.'),
  'hand.closeByMachine': row('Hand work', 'Close an opening by machine', 'Fold, topstitch.'),
  'hand.closeByTape': row('Hand work', 'Close an opening with tape', 'Slip the tape in, press.'),
  'hand.adhesive': row('Hand work', 'Put adhesive on the back', 'Press it on, let it cool, cut to shape with the patch.'),
  'hand.attach': row('Hand work', 'Fix a patch in place', 'Place, sew round or press.'),
  'hand.assemble': row('Hand work', 'Join two panels', 'Through the eyelets or over the edges.'),
  'hand.seams': row('Hand work', 'Sew the seams', 'Right sides together, round the piece.'),
  'hand.seal': row('Hand work', 'Seal a raw edge', 'A thin line all the way round.'),

  'wait.seal': row('Waiting', 'Fray sealer dries', 'Twenty minutes before it is cut.'),
  'wait.cool': row('Waiting', 'Pressed work cools', 'The bond sets as it cools.'),
  'wait.dryEdge': row('Waiting', 'Edge dries', 'A dipped edge is dry in about three hours.'),
  'wait.dryLace': row('Waiting', 'Lace dries', 'Overnight, flat.'),

  'cut.marginTop': row('Cut sizes', 'Margin, piece on the front', 'Seen while it is laid, so little is needed.'),
  'cut.marginBack': row('Cut sizes', 'Margin, piece on the back', 'Laid unseen, and it creeps.'),
  'cut.seamOverlap': row('Cut sizes', 'Past the seam, flip and fold', 'The seam must bite with something to spare.'),
  'cut.edgePast': row('Cut sizes', 'First edge past the seam line', 'The seam bites even when a hand is not quite straight.'),
  'cut.turnGap': row('Cut sizes', 'Gap to turn and fill a cushion', 'The whole cushion goes through it.'),
  'cut.pressedFold': row('Cut sizes', 'Pressed fold', 'A fold that holds while it is sewn.'),
  'cut.zipSpare': row('Cut sizes', 'Zip longer than its window', 'Both ends must stay well away from the needle.'),
  'cut.baseScrew': row('Cut sizes', 'Base past the hoop, screw hoop', 'The hoop must grip on every side.'),
  'cut.baseMagnetic': row('Cut sizes', 'Base past the hoop, magnetic', 'Magnets grip less deep.'),
  'cut.gridMm': row('Cut sizes', 'Cutting grid, metric', 'Rulers are read in fives; always rounded up.'),
  'cut.gridInch': row('Cut sizes', 'Cutting grid, inch', 'A quarter inch; always rounded up.'),

  'cut.rawEdge': row('Cut sizes', 'Raw edge left outside the last line', 'A felt tab is cut this far outside, so that no stitch is nicked.'),
  'cut.seamAllowance': row('Cut sizes', 'Seam allowance after trimming', 'Wide enough to hold, narrow enough to turn.'),
  'cut.openingLip': row('Cut sizes', 'Seam allowance at the opening', 'The lip folds in by itself when the opening is closed.'),
  'cut.trimClose': row('Cut sizes', 'Left outside a tack-down', 'More shows beyond the cover; less pulls out of the tack-down.'),

  'cut.coverSpare': row('Cut sizes', 'Cover past the raw edge', 'Less than this and the raw edge shows after a wash.'),

  'cut.preCutOffset': row('Cut sizes', 'Pre-cut shape past its line', 'Nothing on the line; half a millimetre forgives a hand that is not quite still.'),
  'cut.ribbonLoop': row('Cut sizes', 'Ribbon loop, as it hangs', 'Cut twice as long, and the seam.'),
  'cut.ribbonSeam': row('Cut sizes', 'Ribbon sewn in', 'Both ends reach past the stitches.'),
  'cut.tapeStrip': row('Cut sizes', 'Strip of tape', 'One holds a side that is taped; a side that is shorter takes less.'),
  'cut.fillingPerDm2': row('Cut sizes', 'Filling for a dm²', 'Well filled; less for a flat cushion.'),
  'cut.plies': row('Cut sizes', 'Thickness that is cut at once', 'Counted in layers of cotton: felt and vinyl are 2, batting 3, stabiliser a half.'),
  'cut.nestGap': row('Cut sizes', 'Between pieces nested freely', 'The blade needs a little between two shapes; straight cuts need none.'),
  'cut.usefulLeast': row('Cut sizes', 'Smallest offcut worth keeping', 'On its short side, where no piece or hoop of yours asks for less.'),
  'cut.longerForHoop': row('Cut sizes', 'Longer cut so that the rest serves a hoop', 'A little more off the roll can save a whole piece later.'),
  'cut.floatMargin': row('Cut sizes', 'Floated layer past its stitches', 'It is held by nothing but the stitches.'),

  'hoop.inset': row('Hoop', 'Keep off the frame, one needle', 'Room for the presser foot.'),
  'hoop.insetMulti': row('Hoop', 'Keep off the frame, many needles', 'The trace follows needle 1; the others sit beside it.'),
  'hoop.grip': row('Hoop', 'Outer size past the field, in all', 'Ring and bracket around the stitch field.'),

  'hoop.gapCut': row('Hoop', 'Between repeats cut apart', 'Room for scissors.'),
  'hoop.gapPop': row('Hoop', 'Between repeats popped out', 'Film only has to hold until the last stitch.'),

  'thread.topTake': row('Thread', 'Top thread for its stitch', 'A stitch is not quite taut.'),
  'thread.topThick': row('Thread', 'Top thread for the thickness', 'Down and up again through the stack.'),
  'thread.bobbinTake': row('Thread', 'Bobbin thread for its stitch', 'Below, only the middle of a satin shows.'),
  'thread.bobbinThick': row('Thread', 'Bobbin thread for the thickness', 'It is drawn up into the stack.'),
  'thread.tail': row('Thread', 'Tails at each start', 'What is held, and cut off.'),
  'thread.bobbinHome': row('Thread', 'On a bobbin, one needle', 'Wound by yourself with fine bobbin thread.'),
  'thread.bobbinMatched': row('Thread', 'On a bobbin of top thread', 'Top thread is thicker, so less goes on.'),
  'thread.bobbinShop': row('Thread', 'On a bobbin, many needles', 'Shop heads take a larger bobbin.'),
  'thread.bobbinPrewound': row('Thread', 'On a bobbin, prewound', 'Wound tighter than a machine at home does it.'),
  'thread.bobbinLarge': row('Thread', 'On a bobbin, size M', 'The largest that heads take.'),
  'thread.bobbinKeep': row('Thread', 'Kept back on the bobbin', 'The last turns slip.'),
  'thread.gramsPerKm': row('Thread', 'Weight of a kilometre of top thread', 'Forty weight: 40 m weigh one gram.'),
  'thread.metallicSpeed': row('Thread', 'Speed cap, metallic', 'It frays and snaps when it is pulled fast.'),

  'check.openingLeast': row('Check', 'Smallest opening to turn through', 'Three fingers must go in.'),
  'check.openingShare': row('Check', 'Opening, share of the short side', 'Less and the work creases as it is drawn through.'),
  'check.holdWoven': row('Check', 'Cover holds of a woven piece', 'Its threads pull out from under less.'),
  'check.holdFirm': row('Check', 'Cover holds of felt or vinyl', 'Less tears out along the holes.'),
  'check.leastWindow': row('Check', 'Smallest window for scissors', 'Their points must turn in it.'),
  'check.denseBorder': row('Check', 'Dense border, stitches a cm²', 'So many holes perforate one layer of tear-away.'),
  'check.stiff': row('Check', 'Stiff or cutting, stitches a cm²', 'The needle comes down where it came down before.'),
  'check.floatStitches': row('Check', 'Motif that wants a floated layer', 'More pulls the ground together.'),

  'run.backBreak': row('At the machine', 'Overlap after a thread break', 'Old and new thread must hold each other.'),
  'run.backBobbin': row('At the machine', 'Overlap after an empty bobbin', 'The last stitches before it was noticed have nothing below.'),
  'run.callSeconds': row('At the machine', 'Called back before the next stop', 'Long enough to walk back and dry your hands.'),
  'run.bobbinLow': row('At the machine', 'Bobbin is low below', 'Time to wind the next one.'),
  'run.backupDays': row('At the machine', 'Remind of a backup after', 'What is in one browser only is soon lost.'),

  'order.confidence': row('Order', 'How sure the order must be met', 'Spoiled items are replaced before you run short.'),
  'order.rejectRate': row('Order', 'Items spoiled', 'A few seconds go wrong in every order.'),
  'order.hoursADay': row('Order', 'Hours at work a day', 'What is left of a day beside everything else.'),
  'order.watch': row('Order', 'Stay by the needle after each start', 'Snip the tail and see that it runs.'),
  'order.leave': row('Order', 'The needle is left for at least', 'For less nobody takes up other work.'),
  'order.ready': row('Order', 'Planned to be ready before it is due', 'Packing, the way there, a phone call: a plan without room is late.'),
  'order.handSpread': row('Order', 'How much hand work varies', 'No two laid alike: the spread of one handling, as a share of its time.'),

  'price.machineRate': row('Price', 'An hour of a machine', 'What it cost, over the hours it will run, with its service.'),
  'price.handRate': row('Price', 'An hour of hands', 'What you pay, or want to have earned, for an hour of work.'),
  'price.overhead': row('Price', 'Overhead on the direct costs', 'Rent, light, insurance, what is thrown away: nobody orders it, somebody pays.'),
  'price.margin': row('Price', 'Margin, of the price', 'For what goes wrong, and for new machines.'),
  'price.setup': row('Price', 'Set-up of a line', 'Thread up, lay ready, sew one to see: once, however many follow.'),
  'price.shareSaved': row('Price', 'Of what heads save, to the customer', 'By time spent: all of it, none of it, or something between.'),
};

/** A row of the table with its words. */
export const numberDef = (id: NumberId): NumberDef => ({ ...FIGURES[id], ...WORDS[id] });
