import { pictureType } from '$lib/core/picture';
import { workroom } from '../state/workroom.svelte';

/**
 * The address of a photo that is kept in this browser, loaded when it is shown; empty until then, and where there is none.
 * To be called while a component is set up.
 * @param id which one; null: none
 */
export function storedPhoto(id: () => string | null): { readonly url: string } {
  let url = $state('');
  $effect(() => {
    const wanted = id();
    let made = '';
    let gone = false;
    if (wanted)
      void workroom.store.log.photo(wanted).then((photo) => {
        // By its bytes: what is said of it could make a document of it, with scripts at our own address.
        const type = photo && pictureType(photo.bytes);
        if (!type || gone) return;
        made = URL.createObjectURL(new Blob([photo.bytes as Uint8Array<ArrayBuffer>], { type }));
        url = made;
      });
    return () => {
      gone = true;
      url = '';
      if (made) URL.revokeObjectURL(made);
    };
  });
  return {
    get url() {
      return url;
    },
  };
}
