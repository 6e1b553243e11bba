"""The plan: where the reading stops and what students do there.

In: word ids and the teacher's questions. Out: frozen pause points for the cue sheet.
"""
