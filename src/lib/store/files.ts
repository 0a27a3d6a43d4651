/** Files in folders, one level deep. A write is whole or not there at all. */
export interface Files {
  write(folder: string, name: string, content: Blob): Promise<void>;
  /** null: there is no such file */
  read(folder: string, name: string): Promise<Blob | null>;
  remove(folder: string, name: string): Promise<void>;
  /** names of the files in a folder; none when there is no such folder */
  list(folder: string): Promise<string[]>;
}

/** Browsers have it; the types of the platform do not yet. */
type Movable = FileSystemFileHandle & { move(name: string): Promise<void> };
const isMissing = (error: unknown) => error instanceof DOMException && error.name === 'NotFoundError';

/**
 * A folder of the browser's private file system, which it keeps apart from its databases.
 * @returns null where the browser has none, or gives none to this page
 */
export async function privateFiles(name: string): Promise<Files | null> {
  try {
    // Some browsers write there from workers only.
    if (!['createWritable', 'move'].every((can) => can in FileSystemFileHandle.prototype)) return null;
    const top = await navigator.storage.getDirectory();
    return new PrivateFiles(await top.getDirectoryHandle(name, { create: true }));
  } catch {
    return null;
  }
}

class PrivateFiles implements Files {
  private readonly folders = new Map<string, FileSystemDirectoryHandle>();
  constructor(private readonly top: FileSystemDirectoryHandle) {}

  private async folder(name: string): Promise<FileSystemDirectoryHandle> {
    const folder = this.folders.get(name) ?? (await this.top.getDirectoryHandle(name, { create: true }));
    this.folders.set(name, folder);
    return folder;
  }
  async write(folder: string, name: string, content: Blob) {
    const known = await this.find(folder, name);
    // A new one is there, and empty, before it is written: it gets its name last.
    const file = known ?? (await (await this.folder(folder)).getFileHandle(`${name}.new`, { create: true }));
    // An old one is replaced when this is closed, not before.
    const writing = await file.createWritable();
    await writing.write(content);
    await writing.close();
    if (!known) await (file as Movable).move(name);
  }
  private async find(folder: string, name: string): Promise<FileSystemFileHandle | null> {
    try {
      return await (await this.folder(folder)).getFileHandle(name);
    } catch (error) {
      if (isMissing(error)) return null;
      throw error;
    }
  }
  async read(folder: string, name: string) {
    return (await (await this.find(folder, name))?.getFile()) ?? null;
  }
  async remove(folder: string, name: string) {
    try {
      await (await this.folder(folder)).removeEntry(name);
    } catch (error) {
      if (!isMissing(error)) throw error;
    }
  }
  async list(folder: string) {
    const names: string[] = [];
    for await (const name of (await this.folder(folder)).keys()) names.push(name);
    return names;
  }
}
