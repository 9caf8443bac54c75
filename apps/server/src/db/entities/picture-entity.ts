import { Check, Column, Entity, PrimaryColumn } from 'typeorm';

/** The bytes of a photo, written once; the record of the photo has the same id. */
@Entity({ name: 'picture' })
@Check('ck_picture_type', "type IN ('image/jpeg', 'image/png', 'image/webp')")
@Check('ck_picture_bytes', 'length(bytes) BETWEEN 1 AND 3145728')
export class PictureEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text' })
  type!: string;

  @Column({ type: 'blob' })
  bytes!: Buffer;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;
}
