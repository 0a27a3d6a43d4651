declare global {
  namespace App {
    interface Error {
      message: string;
      next?: string;
    }
    /** of the Node server; not there while developing */
    interface Platform {
      req?: import('node:http').IncomingMessage;
    }
  }
}
export {};
