import { ChangeDetectionStrategy, Component, effect, ElementRef, inject, input, output, signal, viewChild } from '@angular/core';
import { CameraIcon } from '../kit/icons/camera';
import { v7 as uuid } from 'uuid';
import { Outbox } from '../offline/outbox';

/** Longest edge a photograph is shrunk to: enough to read a part number off it. */
const LONGEST = 1600;
const MOST_BYTES = 10 * 1024 * 1024;

/** Shrinks a picture in the browser; a small JPEG is left as it is. */
export async function shrink(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  if (scale === 1 && file.size < 400_000) return file;
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((b) => (b ? resolve(b) : reject(new Error('The picture could not be shrunk.'))), 'image/jpeg', 0.82),
  );
}

/** One tap: the camera on a tablet, a file on a PC. */
@Component({
  selector: 'ak-photo-button',
  imports: [CameraIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" class="link" (click)="input.click()"><ak-camera-icon class="size-5" />{{ label() }}</button>
    <input
      #input
      type="file"
      accept="image/jpeg,image/png"
      capture="environment"
      class="sr-only"
      tabindex="-1"
      aria-hidden="true"
      (change)="take()"
      data-testid="photo-input"
    />
    @if (error()) {
      <p class="wrong text-sm" role="alert">{{ error() }}</p>
    }
  `,
})
export class PhotoButton {
  private readonly outbox = inject(Outbox);
  readonly job = input.required<string>();
  readonly label = input('Photograph');
  /** The id of a photograph that is safe in this browser. */
  readonly taken = output<string>();
  protected readonly error = signal('');
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('input');

  async take(): Promise<void> {
    const input = this.box().nativeElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    this.error.set('');
    if (!['image/jpeg', 'image/png'].includes(file.type)) {
      this.error.set(`“${file.name}” is not a JPEG or PNG picture. Nothing was stored.`);
      return;
    }
    try {
      const bytes = await shrink(file);
      if (bytes.size > MOST_BYTES) throw new Error(`The picture is larger than 10 MB even when shrunk. Nothing was stored.`);
      const id = uuid();
      await this.outbox.attach({ id, job: this.job(), kind: 'photo', bytes });
      this.taken.emit(id);
    } catch (e) {
      this.error.set(
        e instanceof DOMException ? `“${file.name}” could not be read as a picture. Nothing was stored.` : (e as Error).message,
      );
    }
  }
}

/** Photographs on a customer's paper, the latest: more make one nobody sends or reads. */
export const MOST_PHOTOS = 8;

/** A photograph, from the server or, while it is on its way, from this browser. */
@Component({
  selector: 'ak-photo',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<a [href]="src()" target="_blank" rel="noopener" class="block"
    ><img
      [src]="src()"
      [alt]="caption()"
      class="border object-cover"
      [class]="large() ? 'w-full' : 'h-20 w-28 rounded'"
      [attr.loading]="large() ? null : 'lazy'"
  /></a>`,
})
export class Photo {
  private readonly outbox = inject(Outbox);
  readonly id = input.required<string>();
  readonly caption = input('Photograph');
  /** On paper, where it is looked at and not opened. */
  readonly large = input(false);
  protected readonly src = signal('');

  constructor() {
    effect((onCleanup) => {
      const id = this.id();
      let url = '';
      void this.outbox.attachment(id).then((blob) => {
        if (blob) url = URL.createObjectURL(blob);
        this.src.set(url || `/api/attachments/${id}`);
      });
      // A picture that is just being read is let finish: the browser calls it a fault otherwise.
      onCleanup(() => url && setTimeout(() => URL.revokeObjectURL(url), 5000));
    });
  }
}
