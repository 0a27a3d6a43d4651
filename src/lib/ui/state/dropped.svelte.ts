/** Sheets that were dropped onto the page of a build, until the page has taken them. */
class DroppedSheets {
  waiting = $state.raw<File[]>([]);

  put(file: File) {
    this.waiting = [...this.waiting, file];
  }
  take(): File[] {
    const files = this.waiting;
    this.waiting = [];
    return files;
  }
}
export const droppedSheets = new DroppedSheets();
