/** One thing that can be done from the command palette. */
export interface Command {
  name: string;
  /** shown at the right: the key that does it without the palette */
  key?: string;
  /** other words by which it is found */
  also?: string;
  run: () => void;
}

/** What the page on screen offers; the shell adds the places and the workroom's own. */
class Commands {
  offered = $state.raw<() => Command[]>(() => []);

  /** Offers the commands of a page for as long as it is on screen: call it in an effect. */
  offer(commands: () => Command[]) {
    this.offered = commands;
    return () => {
      if (this.offered === commands) this.offered = () => [];
    };
  }
}
export const commands = new Commands();
