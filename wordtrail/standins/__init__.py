"""The simulated outside world: demo passages, a narrator's voice, a microphone.

Everything here is made up and says so on the screen. It stands at the edge: the core does not know it.
"""
