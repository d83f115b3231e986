'use client';

import { Canvas, useThree } from '@react-three/fiber';
import { useEffect } from 'react';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { BoxView } from '@/server/box/view';
import { halfOf } from './drawings';

/** Turned by pointer, finger and keys; drawn anew only when it moves. */
function Turn({ high }: { high: number }) {
  const { camera, gl, invalidate } = useThree();
  useEffect(() => {
    const turn = new OrbitControls(camera, gl.domElement);
    turn.target.set(0, high / 2, 0);
    turn.enablePan = false;
    turn.maxPolarAngle = Math.PI / 2;
    turn.listenToKeyEvents(gl.domElement);
    const again = (): void => invalidate();
    turn.addEventListener('change', again);
    turn.update();
    return () => {
      turn.removeEventListener('change', again);
      turn.dispose();
    };
  }, [camera, gl, invalidate, high]);
  return null;
}

function Bag({
  b,
  x,
  z,
  first,
}: {
  b: BoxView['arrangement']['placed'][number];
  x: number;
  z: number;
  first: boolean;
}) {
  const film = first ? '#7A3FA0' : '#5E8C92';
  if (b.lying) {
    const [lx, lz] = [2 * halfOf(b, 'x'), 2 * halfOf(b, 'y')];
    return (
      <mesh position={[x, b.lying.highCm / 2, z]}>
        <boxGeometry args={[lx * 0.96, b.lying.highCm, lz * 0.96]} />
        <meshStandardMaterial color="#9CC9CC" transparent opacity={0.75} />
      </mesh>
    );
  }
  const { diameterCm, shoulderCm, waterDepthCm, heightCm } = b.standing;
  const r = diameterCm / 2;
  return (
    <group position={[x, 0, z]}>
      <mesh position={[0, waterDepthCm / 2, 0]}>
        <cylinderGeometry args={[r * 0.97, r * 0.97, waterDepthCm, 40]} />
        <meshStandardMaterial color="#7FB9BE" />
      </mesh>
      <mesh position={[0, shoulderCm / 2, 0]}>
        <cylinderGeometry args={[r * 0.985, r * 0.985, shoulderCm, 40]} />
        <meshStandardMaterial color={film} transparent opacity={0.28} depthWrite={false} />
      </mesh>
      <mesh position={[0, (shoulderCm + heightCm) / 2, 0]}>
        <coneGeometry args={[r * 0.5, Math.max(0.5, heightCm - shoulderCm), 24]} />
        <meshStandardMaterial color={film} transparent opacity={0.5} />
      </mesh>
    </group>
  );
}

/** The packed box as a thing that can be turned: open towards whoever looks, lid packs hovering where they are taped. */
export function BoxIn3d({ v }: { v: BoxView }) {
  const [w, d, h] = v.type.insideCm;
  const t = v.type.wallCm;
  const lined = v.liningCm;
  const at = (xCm: number, yCm: number): [number, number] => [xCm + lined - w / 2, yCm + lined - d / 2];
  const lids = v.packs.filter((p) => p.at === 'lid').flatMap((p) => Array.from({ length: p.count }, () => p));
  const walls: [position: [number, number, number], size: [number, number, number]][] = [
    [
      [0, -t / 2, 0],
      [w + 2 * t, t, d + 2 * t],
    ],
    [
      [-(w + t) / 2, h / 2, 0],
      [t, h, d + 2 * t],
    ],
    [
      [(w + t) / 2, h / 2, 0],
      [t, h, d + 2 * t],
    ],
    [
      [0, h / 2, -(d + t) / 2],
      [w, h, t],
    ],
  ];
  const far = Math.max(w, d, h) * 2.2;
  return (
    <div
      className="h-[340px] w-full max-w-[390px] border border-rule-strong bg-sunk"
      role="img"
      aria-label={`Box ${v.box.id} in three dimensions: drag to turn it`}
    >
      <Canvas frameloop="demand" camera={{ position: [far * 0.55, far * 0.75, far * 0.85], fov: 38 }}>
        <ambientLight intensity={1.6} />
        <directionalLight position={[40, 90, 60]} intensity={1.8} />
        <Turn high={h} />
        {walls.map(([position, size], i) => (
          <mesh key={i} position={position}>
            <boxGeometry args={size} />
            <meshStandardMaterial color="#EADFC8" transparent={i > 0} opacity={i > 0 ? 0.45 : 1} depthWrite={i === 0} />
          </mesh>
        ))}
        {v.arrangement.placed.map((b) => {
          const [x, z] = at(b.xCm, b.yCm);
          return <Bag key={b.bagId} b={b} x={x} z={z} first={v.firstToFail === b.bagId} />;
        })}
        {v.arrangement.bottles.map((b, i) => {
          const [x, z] = at(b.xCm, b.yCm);
          return (
            <mesh key={i} position={[x, 13, z]}>
              <cylinderGeometry args={[b.diameterCm / 2, b.diameterCm / 2, 26, 24]} />
              <meshStandardMaterial color="#B9D6D8" transparent opacity={0.8} />
            </mesh>
          );
        })}
        {lids.map((p, i) => (
          <mesh key={i} position={[(w * (i + 1)) / (lids.length + 1) - w / 2, h - p.thicknessCm / 2, 0]}>
            <boxGeometry args={[Math.min(p.sizeCm[0], w / lids.length), p.thicknessCm, p.sizeCm[1]]} />
            <meshStandardMaterial color="#C8703F" />
          </mesh>
        ))}
      </Canvas>
    </div>
  );
}
