import type { PointerEvent } from 'react';
import { useStore } from 'zustand';
import { usePhotoAddress } from './PhotoRow.tsx';
import { TABLE_POINTS, type PhotoStore } from './photoStore.ts';
import styles from './Practice.module.css';
import { say } from '../../core/language/say.ts';

/** How much the loupe magnifies the picture as it is shown. */
const LOUPE = 4;
const LOUPE_SIZE = 160;

/** The photo with what was pressed on it, and a loupe under the pointer. */
export function PhotoPicture({ photo, store }: { photo: File; store: PhotoStore }) {
  const address = usePhotoAddress(photo);
  const { size } = useStore(store.state);
  const placeOf = (event: PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    if (size === null) return null;
    // The picture is fitted into the box and centred.
    const scale = Math.max(size.width / box.width, size.height / box.height);
    const shown = { x: event.clientX - box.left, y: event.clientY - box.top };
    return {
      shown,
      scale,
      at: {
        x: (shown.x - box.width / 2) * scale + size.width / 2,
        y: (shown.y - box.height / 2) * scale + size.height / 2,
      },
    };
  };
  return (
    <div
      className={styles['picture']}
      onPointerMove={(event) => store.point(placeOf(event))}
      onPointerDown={(event) => {
        const place = placeOf(event);
        if (place !== null) store.press(place);
      }}
      onPointerLeave={store.leave}
    >
      {address !== null && (
        <img
          src={address}
          alt={say`The table from above`}
          draggable={false}
          onLoad={({ currentTarget: { naturalWidth, naturalHeight } }) =>
            store.opened({ width: naturalWidth, height: naturalHeight })
          }
        />
      )}
      {size !== null && <Pressed store={store} size={size} />}
      {address !== null && <Loupe store={store} address={address} />}
    </div>
  );
}

interface PressedProps {
  store: PhotoStore;
  size: { width: number; height: number };
}

function Pressed({ store, size }: PressedProps) {
  const clicks = useStore(store.state, (state) => state.clicks);
  return (
    <svg viewBox={`0 0 ${size.width} ${size.height}`} aria-hidden="true">
      {clicks.map(
        (point, i) =>
          point !== null && (
            <g key={i} transform={`translate(${point.x} ${point.y})`}>
              <path
                d={`M${-size.width / 90},0h${size.width / 45}M0,${-size.width / 90}v${size.width / 45}`}
                stroke={i < TABLE_POINTS ? 'var(--plum)' : 'var(--teal)'}
                strokeWidth={size.width / 500}
              />
              <text fontSize={size.width / 45} x={size.width / 80} y={-size.width / 80}>
                {i + 1}
              </text>
            </g>
          ),
      )}
    </svg>
  );
}

function Loupe({ store, address }: { store: PhotoStore; address: string }) {
  const { pointer, size } = useStore(store.state);
  if (pointer === null || size === null) return null;
  return (
    <div
      className={styles['loupe']}
      style={{
        left: pointer.shown.x + 24,
        top: Math.max(0, pointer.shown.y - LOUPE_SIZE - 12),
        backgroundImage: `url(${address})`,
        backgroundSize: `${(LOUPE * size.width) / pointer.scale}px`,
        backgroundPosition: `${LOUPE_SIZE / 2 - (LOUPE * pointer.at.x) / pointer.scale}px ${LOUPE_SIZE / 2 - (LOUPE * pointer.at.y) / pointer.scale}px`,
      }}
    />
  );
}
