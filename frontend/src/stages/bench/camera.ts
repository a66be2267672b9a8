/** A frame of the bench camera as a JPEG; the camera is asked for once and kept. */
let stream: MediaStream | null = null;

export async function openCamera(): Promise<MediaStream> {
  if (stream?.active === true) return stream;
  // A context that is not secure has no media devices at all.
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  if (devices === undefined) throw new Error('This browser gives no camera to this page.');
  stream = await devices.getUserMedia({ video: { width: { ideal: 3840 }, height: { ideal: 2160 } }, audio: false });
  return stream;
}

export function closeCamera() {
  for (const track of stream?.getTracks() ?? []) track.stop();
  stream = null;
}

export async function grabFrame(): Promise<Blob> {
  const video = document.createElement('video');
  video.muted = true;
  video.srcObject = await openCamera();
  await video.play();
  const canvas = document.createElement('canvas');
  canvas.width = video.videoWidth;
  canvas.height = video.videoHeight;
  canvas.getContext('2d')?.drawImage(video, 0, 0);
  video.pause();
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => (blob === null ? reject(new Error('The camera gave no picture.')) : resolve(blob)),
      'image/jpeg',
      0.92,
    );
  });
}
