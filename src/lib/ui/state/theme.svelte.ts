/** Light, dark, or as the device: kept for theme-init.js, which sets it before the first paint. */
const KEY = 'jolt-theme';
/** What the maker asked for. */
export type ThemeChoice = 'light' | 'dark' | 'device';

class Theme {
  choice = $state<ThemeChoice>('device');
  current = $state<'light' | 'dark'>('light');

  start() {
    const stored = localStorage.getItem(KEY);
    this.choice = stored === 'light' || stored === 'dark' ? stored : 'device';
    this.apply();
    matchMedia('(prefers-color-scheme: dark)').addEventListener('change', () => this.apply());
  }
  set(choice: ThemeChoice) {
    this.choice = choice;
    if (choice === 'device') localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, choice);
    this.apply();
  }
  /** Light for as long as a sheet is shown. @returns ends it */
  onPaper(): () => void {
    this.paper = true;
    this.apply();
    return () => {
      this.paper = false;
      this.apply();
    };
  }
  private paper = false;
  private apply() {
    const dark =
      !this.paper &&
      (this.choice === 'dark' ||
        (this.choice === 'device' && matchMedia('(prefers-color-scheme: dark)').matches));
    this.current = dark ? 'dark' : 'light';
    document.documentElement.dataset.theme = this.current;
  }
}
export const theme = new Theme();
