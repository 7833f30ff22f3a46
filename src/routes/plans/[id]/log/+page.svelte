<p>Log</p>
