// Tells the windows that wait for it that their work can be sent again.
const channel = new BroadcastChannel("gavvet-signed-in");
channel.postMessage("signed in");
channel.close();
